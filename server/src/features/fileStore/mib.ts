/** Bytes as whole mebibytes, as they are said where there is no room; none where there are less than none. */
export const inMib = (bytes: number): number => Math.max(0, Math.floor(bytes / 1024 ** 2))
