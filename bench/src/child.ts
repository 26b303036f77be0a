import { spawn } from 'node:child_process'

export type Child = { readonly port: number; readonly pid: number; readonly stop: () => void }

/** Starts a bundled server and waits for the port it prints. */
export function serve(file: string, env: Record<string, string>): Promise<Child> {
  const child = spawn(process.execPath, [file], {
    env: { ...process.env, NODE_ENV: 'production', UV_THREADPOOL_SIZE: '16', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  // a bench that fails leaves nothing running
  process.once('exit', () => child.kill('SIGKILL'))
  return new Promise((resolve, reject) => {
    child.once('exit', code => reject(new Error(`${file} left with ${code}`)))
    child.stdout.on('data', chunk => {
      const port = / on (\d+)/.exec(String(chunk))?.[1]
      if (port) resolve({ port: Number(port), pid: child.pid ?? 0, stop: () => child.kill('SIGKILL') })
    })
  })
}
