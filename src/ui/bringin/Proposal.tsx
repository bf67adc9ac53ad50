'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { ROUTES, type Preview, type SaveAnswer, type ProposedComponent } from '@/contract'
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
  const [preview, setPreview] = useState<Preview>()
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const [state, setState] = useState<'open' | 'saving' | 'saved'>('open')
  const [open, setOpen] = useState(false)
  useEffect(() => setChosen(proposal), [proposal])
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
  const save = async () => {
    setState('saving')
    const answer = await call(ROUTES.save, { library, slug: chosen.slug }, { given: { texts: chosen.texts } }).catch(
      (error: Error): SaveAnswer => ({
        kind: 'refused',
        problems: [{ file: chosen.file, line: 1, column: 1, message: error.message }],
      }),
    )
    if (answer.kind !== 'saved') {
      setState('open')
      return setProblems(answer.kind === 'refused' ? answer.problems : [])
    }
    setState('saved')
    router.refresh()
    if (isAlone) router.push(`/${library}/${chosen.slug}/define`)
  }
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
          {model ? (
            <>
              <span className="num">{counted(model.cases, 'case')}</span>,{' '}
              <span className="num">{model.space.dimensions.length}</span> axes and contexts
            </>
          ) : problems.length > 0 ? (
            'Cannot be shown yet'
          ) : (
            'Reading …'
          )}
        </span>
        <span className="ml-auto flex gap-2">
          {state === 'saved' ? (
            <a className="underline" href={`/${library}/${chosen.slug}/define`}>
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
                disabled={state === 'saving' || problems.length > 0 || !model}
                onClick={() => void save()}
              >
                {state === 'saving' ? 'Saving …' : 'Make this component'}
              </button>
            </>
          )}
        </span>
      </header>
      {model && (
        <div className="border-b border-line" style={{ height: PICTURE_HEIGHT }}>
          <DefaultCase model={model} height={PICTURE_HEIGHT} />
        </div>
      )}
      {problems.length > 0 && (
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
      )}
      <div className="grid grid-cols-2 gap-3 px-3 py-2">
        <Words
          title="Understood"
          words={chosen.understood}
          none="A component with one part and one prop, to start from."
        />
        <Words title="Not understood" words={chosen.unclear} none="Nothing was left open." />
      </div>
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
              onType={(text) => setChosen((now) => ({ ...now, texts: { ...now.texts, [now.file]: text } }))}
              onSave={() => void save()}
            />
          </div>
        )}
      </div>
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
