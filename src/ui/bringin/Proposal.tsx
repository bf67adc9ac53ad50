'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { ROUTES, type BoardModel, type Preview, type SaveAnswer, type ProposedComponent } from '@/contract'
import { problemSentence, type Problem } from '@/core/problem'
import { counted } from '@/core/words'
import { DefaultCase } from '../board'
import { CodeEditor, nameCheck, TextField } from '../editing'
import { call } from '../live'
import { calledAs } from './proposal'

const FOLLOW_MS = 200
const PICTURE_HEIGHT = 130

export interface ProposalProps {
  library: string
  proposal: ProposedComponent
  taken: readonly string[]
  /** It is the only one: saving it leads to it. */
  isAlone: boolean
  onDrop(): void
}

/** One component that could be made: what was understood and what not, how it looks, and its sheet to be changed. */
export function Proposal({ library, proposal, taken, isAlone, onDrop }: ProposalProps) {
  const router = useRouter()
  const [chosen, setChosen] = useState(proposal)
  const { preview, problems, setProblems } = usePreview(library, chosen)
  const [state, setState] = useState<'open' | 'saving' | 'saved'>('open')
  useEffect(() => setChosen(proposal), [proposal])
  const save = async () => {
    setState('saving')
    const answer = await saved(library, chosen)
    if (answer.kind !== 'saved') {
      setState('open')
      return setProblems(answer.kind === 'refused' ? answer.problems : [])
    }
    setState('saved')
    router.refresh()
    if (isAlone) router.push(`/${library}/${chosen.slug}/define`)
  }
  const type = (text: string) => setChosen((now) => ({ ...now, texts: { ...now.texts, [now.file]: text } }))
  const model = preview?.model
  return (
    <article className="mb-4 border border-line bg-sheet" data-proposal={chosen.slug}>
      <header className="flex flex-wrap items-center gap-2 border-b border-line px-3 py-1.5">
        <TextField
          label="Name of the component"
          value={chosen.slug}
          check={nameCheck(taken)}
          className="w-48 font-semibold"
          onDone={(slug) => setChosen(calledAs(chosen, slug))}
        />
        <span className="text-quiet">
          {model ? <Size model={model} /> : problems.length > 0 ? 'Cannot be shown yet' : 'Reading …'}
        </span>
        <Actions
          {...{ state, onDrop }}
          isReady={problems.length === 0 && model !== undefined}
          address={`/${library}/${chosen.slug}/define`}
          onSave={() => void save()}
        />
      </header>
      {model && (
        <div className="border-b border-line" style={{ height: PICTURE_HEIGHT }}>
          <DefaultCase model={model} height={PICTURE_HEIGHT} />
        </div>
      )}
      <Problems problems={problems} />
      <div className="grid grid-cols-2 gap-3 px-3 py-2">
        <Words
          title="Understood"
          words={chosen.understood}
          none="A component with one part and one prop, to start from."
        />
        <Words title="Not understood" words={chosen.unclear} none="Nothing was left open." />
      </div>
      <ProposedText {...{ chosen, problems }} onType={type} onSave={() => void save()} />
    </article>
  )
}

function Words({ title, words, none }: { title: string; words: readonly string[]; none: string }) {
  return (
    <section>
      <h3 className="font-semibold">{title}</h3>
      {words.length === 0 ? (
        <p className="text-quiet">{none}</p>
      ) : (
        <ul className="list-inside list-['–_']">
          {words.map((word) => (
            <li key={word}>{word}</li>
          ))}
        </ul>
      )}
    </section>
  )
}

const saved = (library: string, { slug, texts, file }: ProposedComponent): Promise<SaveAnswer> =>
  call(ROUTES.save, { library, slug }, { given: { texts } }).catch((error: Error) => ({
    kind: 'refused',
    problems: [{ file, line: 1, column: 1, message: error.message }],
  }))

/** How the component looks as it is proposed now, and what is wrong with it. */
function usePreview(library: string, chosen: ProposedComponent) {
  const [preview, setPreview] = useState<Preview>()
  const [problems, setProblems] = useState<readonly Problem[]>([])
  useEffect(() => {
    const follow = async () => {
      const given = { texts: chosen.texts, tab: 'bring-in', base: 0 }
      const next = await call(ROUTES.preview, { library, slug: chosen.slug }, { given }).catch((): Preview => ({
        problems: [],
        lints: [],
      }))
      setPreview((before) => (next.model ? next : { ...next, ...(before?.model && { model: before.model }) }))
      setProblems(next.problems)
    }
    const waiting = setTimeout(() => void follow(), FOLLOW_MS)
    return () => clearTimeout(waiting)
  }, [library, chosen])
  return { preview, problems, setProblems }
}

const Size = ({ model }: { model: BoardModel }) => (
  <>
    <span className="num">{counted(model.cases, 'case')}</span>,{' '}
    <span className="num">{model.space.dimensions.length}</span> axes and contexts
  </>
)

interface ActionsProps {
  state: 'open' | 'saving' | 'saved'
  /** It can be saved. */
  isReady: boolean
  /** Where it stands once it is saved. */
  address: string
  onDrop(): void
  onSave(): void
}

const Actions = ({ state, isReady, address, onDrop, onSave }: ActionsProps) => (
  <span className="ml-auto flex gap-2">
    {state === 'saved' ? (
      <a className="underline" href={address}>
        Saved. Open it
      </a>
    ) : (
      <>
        <button type="button" className="control" onClick={onDrop}>
          Discard
        </button>
        <button
          type="button"
          className="control font-semibold"
          disabled={state === 'saving' || !isReady}
          onClick={onSave}
        >
          {state === 'saving' ? 'Saving …' : 'Make this component'}
        </button>
      </>
    )}
  </span>
)

const Problems = ({ problems }: { problems: readonly Problem[] }) =>
  problems.length > 0 && (
    <ul role="alert" className="border-b border-line px-3 py-1 text-miss">
      {problems.slice(0, 5).map((problem, at) => (
        <li key={at}>
          <span className="num">
            {problem.file.slice(problem.file.lastIndexOf('/') + 1)}:{problem.line}
          </span>{' '}
          {problemSentence(problem)}
        </li>
      ))}
    </ul>
  )

interface ProposedTextProps {
  chosen: ProposedComponent
  problems: readonly Problem[]
  onType(text: string): void
  onSave(): void
}

/** The sheet, to be changed before it is saved. */
function ProposedText({ chosen, problems, onType, onSave }: ProposedTextProps) {
  const [open, setOpen] = useState(false)
  return (
    <div className="border-t border-line">
      <button
        type="button"
        className="px-3 py-1 underline decoration-line-strong underline-offset-2"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        The sheet as it would be saved
      </button>
      {open && (
        <div className="h-80 border-t border-line">
          <CodeEditor
            path={chosen.file}
            text={chosen.texts[chosen.file]!}
            troubles={problems
              .filter(({ file }) => file === chosen.file)
              .map((each) => ({
                line: each.line,
                column: each.column,
                message: problemSentence(each),
                severity: 'error',
              }))}
            onType={onType}
            onSave={onSave}
          />
        </div>
      )}
    </div>
  )
}
