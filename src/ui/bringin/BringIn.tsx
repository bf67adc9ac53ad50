'use client'

import { useState } from 'react'
import { ROUTES, type LibraryFacts, type ProposedComponent } from '@/contract'
import { TitleBlock } from '../frame'
import { call, RunProvider } from '../live'
import { CodeEditor, nameCheck, PaneTabs, TextField } from '../editing'
import { Drop } from './Drop'
import { emptyComponent } from './proposal'
import { Proposal } from './Proposal'
import { Repository } from './Repository'

const WAYS = [
  ['empty', 'From nothing'],
  ['html', 'HTML, CSS, JavaScript'],
  ['tsx', 'React module'],
  ['files', 'Files, a folder or a zip'],
  ['repository', 'A repository'],
] as const

type Way = (typeof WAYS)[number][0]

const PASTED = { html: ['pasted.html', 'pasted.css', 'pasted.js'], tsx: ['Pasted.tsx', 'Pasted.css'] }

/** Makes a component: from nothing, or from code that exists. Nothing is saved before what was understood has been seen. */
export function BringIn({ library, libraries }: { library: LibraryFacts; libraries: { id: string; name: string }[] }) {
  const [way, setWay] = useState<Way>('empty')
  const { proposals, setProposals, ignored, problem, setProblem, isReading, propose } = useProposals(library.id)
  const taken = library.components.map(({ slug }) => slug)
  return (
    <RunProvider library={library.id}>
      <div className="flex h-dvh flex-col">
        <TitleBlock library={library} libraries={libraries} />
        <main className="grid min-h-0 flex-1 grid-rows-2 md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)] md:grid-rows-1">
          <section aria-label="Where it comes from" className="flex min-h-0 flex-col border-r border-line bg-sheet">
            <h1 className="px-3 pt-3 text-base font-semibold">Make a component</h1>
            <div className="mt-2 min-h-0 flex-1 border-t border-line">
              <PaneTabs<Way>
                label="Ways to make a component"
                tabs={WAYS}
                value={way}
                onValue={setWay}
                className="flex flex-col"
              >
                {way === 'empty' && <Empty taken={taken} onPropose={(proposal) => setProposals([proposal])} />}
                {(way === 'html' || way === 'tsx') && (
                  <Pasted key={way} files={PASTED[way]} onPropose={propose} isReading={isReading} />
                )}
                {way === 'repository' && <Repository />}
                {way === 'files' && <Drop onFiles={propose} onProblem={setProblem} library={library} />}
              </PaneTabs>
            </div>
            {problem !== undefined && (
              <p role="alert" className="border-t border-line p-3 whitespace-pre-wrap text-miss">
                {problem}
              </p>
            )}
          </section>
          <section aria-label="What was understood" className="min-h-0 overflow-auto p-3">
            {proposals.length === 0 && (
              <p className="max-w-prose text-quiet">
                The result appears here before anything is saved: parts, axes, props and slots, and what was not
                understood. You can edit it first.
              </p>
            )}
            {proposals.map((proposal) => (
              <Proposal
                key={proposal.slug}
                library={library.id}
                proposal={proposal}
                taken={taken}
                isAlone={proposals.length === 1}
                onDrop={() => setProposals(proposals.filter((each) => each !== proposal))}
              />
            ))}
            <Ignored files={ignored} />
          </section>
        </main>
      </div>
    </RunProvider>
  )
}

/** What has been proposed of files that were given. */
function useProposals(library: string) {
  const [proposals, setProposals] = useState<ProposedComponent[]>([])
  const [ignored, setIgnored] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const [isReading, setReading] = useState(false)
  const propose = async (files: Record<string, string>) => {
    setProblem(undefined)
    setReading(true)
    try {
      const answer = await call(ROUTES.bringIn, { library }, { given: { files } })
      setProposals(answer.proposals)
      setIgnored(answer.ignored)
      if (answer.proposals.length === 0)
        setProblem(
          'No component was found in this. Brelt reads TSX modules that export a component, HTML with CSS, and custom-elements.json.',
        )
    } catch (error) {
      setProblem((error as Error).message)
    } finally {
      setReading(false)
    }
  }
  return { proposals, setProposals, ignored, problem, setProblem, isReading, propose }
}

const Ignored = ({ files }: { files: readonly string[] }) =>
  files.length > 0 && (
    <p className="mt-3 text-quiet">
      Skipped, since nothing was recognised in {files.length === 1 ? 'it' : 'them'}:{' '}
      <span className="num">{files.slice(0, 12).join(', ')}</span>
      {files.length > 12 && ` and ${files.length - 12} more`}
    </p>
  )

function Empty({ taken, onPropose }: { taken: readonly string[]; onPropose(proposal: ProposedComponent): void }) {
  return (
    <div className="p-3">
      <label className="block">
        <span className="block pb-1">Name, as used in files and URLs</span>
        <TextField
          autoFocus
          label="Name of the component"
          placeholder="gear-hint"
          value=""
          check={nameCheck(taken)}
          className="w-64"
          onDone={(slug) => onPropose(emptyComponent(slug))}
          onType={(slug) => slug !== '' && nameCheck(taken)(slug) === undefined && onPropose(emptyComponent(slug))}
        />
      </label>
    </div>
  )
}

function Pasted({
  files,
  onPropose,
  isReading,
}: {
  files: readonly string[]
  onPropose(files: Record<string, string>): void
  isReading: boolean
}) {
  const [texts, setTexts] = useState<Record<string, string>>(Object.fromEntries(files.map((file) => [file, ''])))
  const given = Object.fromEntries(Object.entries(texts).filter(([, text]) => text.trim() !== ''))
  return (
    <>
      {files.map((file) => (
        <div key={file} className="flex min-h-0 flex-1 flex-col border-b border-line">
          <h2 className="num px-3 py-0.5 text-quiet">{file.replace(/^pasted\./i, '').toUpperCase()}</h2>
          <div className="min-h-0 flex-1">
            <CodeEditor
              path={file}
              text={texts[file]!}
              troubles={NONE}
              onType={(text) => setTexts((now) => ({ ...now, [file]: text }))}
              onSave={() => onPropose(given)}
            />
          </div>
        </div>
      ))}
      <div className="p-3">
        <button
          type="button"
          className="control"
          disabled={Object.keys(given).length === 0 || isReading}
          onClick={() => onPropose(given)}
        >
          {isReading ? 'Reading …' : 'Analyse'}
        </button>
      </div>
    </>
  )
}

const NONE: readonly never[] = []
