import { spawn } from 'node:child_process'
import { expect, test } from '@jest/globals'
import { WorkEnded, WorkProcess } from './index'

type Asked = { url: string; text: string }

test('a process ends with who started it, even in the midst of work that never ends', async () => {
  // Starts a process, gives it work without end, tells its number, and is killed.
  const program = `
    import { fork } from 'node:child_process'
    const child = fork('dist/sass.mjs', [], {
      serialization: 'advanced',
      env: { ...process.env, NODE_OPTIONS: '', BRELT_STARTED_BY: String(process.pid) },
    })
    child.send({ kind: 'ask', id: 1, time: 600000, ask: { url: 'brelt:/x.scss', text: '$n: 1; @while $n > 0 { $n: 1 }' } }, () =>
      process.stdout.write(String(child.pid)),
    )
  `
  const starter = spawn(process.execPath, ['--input-type=module', '-e', program], {
    env: { ...process.env, NODE_OPTIONS: '' },
  })
  const pid = await new Promise<number>((done) => starter.stdout.once('data', (text) => done(Number(text))))
  expect(isAlive(pid)).toBe(true)
  starter.kill('SIGKILL')
  await expect(untilGone(pid)).resolves.toBe(true)
})

test('work that takes too long is ended, told with the reason, and the next is done by another process', async () => {
  const sass = new WorkProcess<Asked, { css: string }>({ program: 'sass', limits: { time: 1000, memory: 200 } })
  const ended = await sass.ask({ url: 'brelt:/x.scss', text: '$n: 1; @while $n > 0 { $n: 1 }' }).catch((error) => error)
  expect(ended).toBeInstanceOf(WorkEnded)
  expect((ended as WorkEnded).message).toBe('did not end within 1 s')
  expect(await sass.ask({ url: 'brelt:/x.scss', text: 'a { b: c }' })).toMatchObject({ css: 'a {\n  b: c;\n}' })
  sass.end()
})

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

/** Waits until a process has gone. The test's own limit ends that. */
async function untilGone(pid: number): Promise<true> {
  while (isAlive(pid)) await new Promise((done) => setTimeout(done, 50))
  return true
}
