import { type UnzipFileInfo, unzipSync } from 'fflate'

/** So much a book may unpack to, and a file of it, in bytes; and so many files are looked at. */
const MOST = { all: 200_000_000, one: 20_000_000, files: 5_000 }

export type Unzipped = Record<string, Uint8Array> | 'large' | 'broken'

/** The files of a ZIP by their paths; or why not. What unpacks to more than it says is cut off where it said that it ends. */
export function unzipped(bytes: Uint8Array): Unzipped {
  let [size, count] = [0, 0]
  const taken = ({ name, originalSize }: UnzipFileInfo): boolean => {
    if (name.endsWith('/') || originalSize > MOST.one) return false
    size += originalSize
    count += 1
    if (size > MOST.all || count > MOST.files) throw new RangeError('too much')
    return true
  }
  try {
    return unzipSync(bytes, { filter: taken })
  } catch (error) {
    return error instanceof RangeError ? 'large' : 'broken'
  }
}
