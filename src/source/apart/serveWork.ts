import { Worker } from 'node:worker_threads'
import { onReading } from './nowReading'
import type { FromProcess, ToProcess } from './protocol'

// What runs here may never give way: a thread beside it ends the process when its time is over, or when who started it has gone.
const WATCH = `
const { workerData } = require('node:worker_threads')
const { parent, buffer } = workerData
const limit = new Float64Array(buffer)
setInterval(() => {
  const { user, system } = process.cpuUsage()
  if (process.ppid !== parent) process.kill(process.pid, 'SIGKILL')
  else if (limit[0] > 0 && (user + system) / 1000 > limit[0]) process.kill(process.pid, 'SIGALRM')
}, 100)`

/** Names the process that has started this one. */
export const STARTED_BY = 'BRELT_STARTED_BY'

const takenMs = () => {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}

/**
 * Makes this process do what a `WorkProcess` asks of it.
 * @param work `question` asks back, and waits for the reply
 */
export function serveWork<Ask, Answer, Question = never, Reply = never>(
  work: (ask: Ask, question: (question: Question) => Promise<Reply>) => Promise<Answer>,
): void {
  const waiting = new Map<number, (reply: Reply) => void>()
  let lastCall = 0
  const limit = new Float64Array(new SharedArrayBuffer(8))
  // Who started it may have gone before this is reached.
  if (!process.connected) process.exit()
  new Worker(WATCH, {
    eval: true,
    workerData: { parent: Number(process.env[STARTED_BY]), buffer: limit.buffer },
  }).unref()
  const send = (message: FromProcess<Answer, Question>) => void process.send!(message)
  // What is loaded may hold on to something: without a parent there is nothing left to do.
  process.on('disconnect', () => process.exit())
  process.on('message', (message: ToProcess<Ask, Reply>) => {
    if (message.kind === 'reply') {
      waiting.get(message.call)?.(message.reply)
      waiting.delete(message.call)
      return
    }
    const { id, ask, time } = message
    limit[0] = takenMs() + time
    onReading((file) => send({ kind: 'reading', id, file }))
    const question = (asked: Question) =>
      new Promise<Reply>((done) => {
        const call = ++lastCall
        waiting.set(call, done)
        send({ kind: 'question', id, call, question: asked })
      })
    work(ask, question)
      .then(
        (answer) => send({ kind: 'answer', id, answer }),
        (error: Error) => send({ kind: 'broken', id, message: String(error.stack) }),
      )
      .finally(() => (limit[0] = 0))
  })
}
