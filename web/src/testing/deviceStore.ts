/** A store as browsers have it, for one device; what would not fit into its room is refused as they refuse it. */
export class DeviceStore {
  [name: string]: unknown
  readonly #room: () => number

  constructor(room: () => number = () => Number.POSITIVE_INFINITY) {
    this.#room = room
  }

  getItem(key: string) {
    return (this[key] as string | undefined) ?? null
  }

  setItem(key: string, value: string) {
    if (JSON.stringify({ ...this, [key]: value }).length > this.#room())
      throw new DOMException('full', 'QuotaExceededError')
    this[key] = value
  }

  removeItem(key: string) {
    delete this[key]
  }
}
