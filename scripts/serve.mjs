// Starts Brelt on this machine only: node scripts/serve.mjs [--dev]. The port is PORT, else the first free one from 4780.
import { spawn, spawnSync } from 'node:child_process'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { HOME } from './ensure.mjs'

const isDev = process.argv.includes('--dev')
const host = '127.0.0.1'

const isFree = (port) =>
  new Promise((answer) => {
    const probe = createServer()
    probe.once('error', () => answer(false))
    probe.listen(port, host, () => probe.close(() => answer(true)))
  })

async function choosePort() {
  if (process.env.PORT) return Number(process.env.PORT)
  for (let port = 4780; port < 4880; port++) if (await isFree(port)) return port
  throw new Error('no port from 4780 to 4879 is free')
}

if (isDev) {
  const { bundleAll } = await import('./bundles.mjs')
  await bundleAll()
}
// The server brings its runs to a good end itself.
const environment = { ...process.env, BRELT_HOME: HOME, NEXT_TELEMETRY_DISABLED: '1', NEXT_MANUAL_SIG_HANDLE: 'true' }
const ready = spawnSync(process.execPath, [join(HOME, 'dist', 'cli.mjs'), 'set-up'], {
  stdio: 'inherit',
  env: environment,
})
if (ready.status !== 0) process.exit(ready.status ?? 1)

const port = await choosePort()
const next = join(HOME, 'node_modules', 'next', 'dist', 'bin', 'next')
const server = spawn(process.execPath, [next, isDev ? 'dev' : 'start', '-H', host, '-p', String(port)], {
  cwd: HOME,
  env: environment,
  stdio: ['ignore', 'pipe', 'inherit'],
})
server.stdout.on('data', (text) => {
  if (/Ready in/.test(text)) process.stdout.write(`Brelt is at http://${host}:${port}\n`)
  else if (isDev) process.stdout.write(text)
})
// The server must not outlive us, however we end.
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill('SIGTERM'))
process.on('exit', () => server.kill('SIGTERM'))
server.on('exit', (code) => process.exit(code ?? 0))
