/** A file that came with a work: seen by all of whom the work is asked, and nothing is fetched from elsewhere. */
const OWN_FILE = /^\/api\/classes\/[\w-]+\/works\/[\w-]+\/materials\/[\w-]+$/

/** The address of a file of a work; null for any other. */
export const ownFile = (address: string | null): string | null =>
  address !== null && OWN_FILE.test(address) ? address : null
