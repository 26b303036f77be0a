import { spawn } from 'node:child_process'
import { installed, root, start } from './lib.mjs'

/** `npm run dev`: the demo's server, begun again when its code changes, and the screens as they are written. */
installed()
const vite = spawn(process.execPath, ['node_modules/vite/bin/vite.js', '--config', 'web/vite.config.ts'], {
  stdio: 'inherit',
  cwd: root,
})
process.on('exit', () => vite.kill())
start(['node_modules/tsx/dist/cli.mjs', 'watch', 'demo/src/serve.ts'], { OPPEN_WEB: 'web' })
