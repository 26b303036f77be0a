/** A random name of letters and digits, about five bits each. A page that is not served over TLS has no `randomUUID`. */
export const randomName = (length: number): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(length)), byte => (byte % 36).toString(36)).join('')
