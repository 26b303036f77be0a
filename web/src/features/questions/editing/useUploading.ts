import { useState } from 'react'

/** Makes a chosen file one of the work: whether it is on its way, and what was wrong with it. */
export function useUploading(onFile: (file: File) => Promise<string>, onDone: (address: string) => void) {
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string>()
  const choose = async (file: File) => {
    setBusy(true)
    setProblem(undefined)
    try {
      onDone(await onFile(file))
    } catch (error) {
      setProblem((error as Error).message)
    } finally {
      setBusy(false)
    }
  }
  return { busy, problem, choose }
}
