'use client'

import type { WorkerFacts, WorkersState } from '@/contract'
import { counted } from '@/core/words'
import { Alarm } from '../editing'
import { exactTime, Link, PageHead, shortTime } from '../frame'
import { useWorkers } from './useWorkers'

/** Who does the work of runs: their machines, what they read with, and what each does at the moment. */
export function Workers({ initial }: { initial: WorkersState }) {
  const { state, problem } = useWorkers(initial)
  return (
    <main className="max-w-6xl p-6">
      <PageHead title="Workers" className="mb-4" />
      <Alarm text={problem} />
      {state.queue === undefined ? <NoQueue /> : <Queue queue={state.queue} workers={state.workers} />}
    </main>
  )
}

const NoQueue = () => (
  <p className="prose" data-testid="no-queue">
    This server reads in browsers of its own. To have others read for it, start it with <code>BRELT_QUEUE</code> set to
    the address of a Redis server, and start workers with <code>brelt worker --queue</code> and the same address:{' '}
    <Link href="/-/docs/operation" className="underline underline-offset-2">
      how to run Brelt for a team
    </Link>
    .
  </p>
)

function Queue({ queue, workers }: { queue: string; workers: readonly WorkerFacts[] }) {
  const working = workers.filter(({ stands }) => stands === 'working')
  const slots = working.reduce((sum, { concurrency }) => sum + concurrency, 0)
  return (
    <>
      <p className="mb-3" role="status" data-testid="workers">
        {counted(working.length, 'worker')} at <code>{queue}</code>, {slots === 1 ? '1 piece' : `${slots} pieces`} of
        work at a time
      </p>
      {workers.length === 0 ? (
        <p className="prose text-quiet">
          Nobody is there: what is verified waits. Start one with <code>brelt worker --queue {queue}</code>.
        </p>
      ) : (
        <div className="overflow-x-auto border border-line bg-sheet">
          <table className="w-full text-left" aria-label="Workers">
            <thead className="text-quiet">
              <tr>
                {['Worker', 'State', 'Does', 'Done', 'Given back', 'Reads with', 'Since'].map((head) => (
                  <th key={head} className="px-3 py-1 font-normal whitespace-nowrap">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {workers.map((worker) => (
                <Row key={worker.id} worker={worker} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  )
}

const WHY: Partial<Record<WorkerFacts['stands'], string>> = {
  'other version': 'of another version of Brelt: it takes nothing from this server',
  'other rig': 'with another browser, system or fonts: it would read otherwise, and takes nothing from this server',
  ending: 'it was asked to end, and takes nothing more',
}

const DOES: Readonly<Record<string, string>> = {
  read: 'reads',
  act: 'acts on',
  perform: 'performs a scenario of',
  film: 'films a scenario of',
  break: 'breaks',
}

function Row({ worker }: { worker: WorkerFacts }) {
  const { name, stands, doing, concurrency, done, back, browser, rig, since } = worker
  return (
    <tr className="border-t border-line align-top" data-worker={name}>
      <th scope="row" className="px-3 py-1 font-semibold whitespace-nowrap">
        {name}
      </th>
      <td className={`px-3 py-1 ${stands === 'working' ? '' : 'text-miss'}`}>
        {stands === 'working' ? (doing.length > 0 ? 'working' : 'waiting') : stands}
        {WHY[stands] && <span className="block text-quiet">{WHY[stands]}</span>}
      </td>
      <td className="px-3 py-1">
        {doing.map(({ kind, slug, since: begun }, at) => (
          <span key={at} className="block whitespace-nowrap">
            {DOES[kind] ?? kind} {slug} <span className="text-quiet">since {shortTime(begun)}</span>
          </span>
        ))}
        <span className="whitespace-nowrap text-quiet">
          {doing.length} of {concurrency} at a time
        </span>
      </td>
      <td className="num px-3 py-1">{done.toLocaleString('en')}</td>
      <td className="num px-3 py-1">{back.toLocaleString('en')}</td>
      <td className="px-3 py-1">
        Chromium {browser}
        <span className="block text-quiet">{rig}</span>
      </td>
      <td className="px-3 py-1 whitespace-nowrap">
        <time dateTime={since} title={exactTime(since)}>
          {shortTime(since)}
        </time>
      </td>
    </tr>
  )
}
