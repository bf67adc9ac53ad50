'use client'

import type { CompletionContext } from '@codemirror/autocomplete'
import { PenLine, Printer } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { BenchModel } from '@/contract'
import { checkGuide, readGuide, starterGuide } from '@/core/guide'
import { readScenarios } from '@/core/scenario'
import { resolvePath } from '@/core/sheet'
import { readRules } from '@/core/spec'
import { editYaml } from '@/core/yaml'
import { Bench } from '../bench'
import { useBenchModel } from '../benchview'
import { CodeEditor, Editing, EditingBar, NotYet, type Ready } from '../editing'
import { useKeys, ViewHead, type ViewProps } from '../frame'
import { useRuns } from '../live'
import { completeGuide } from './completeGuide'
import type { GuideFacts } from './facts'
import { GuidePage } from './GuidePage'

/** The page that people open who use a component: to try it, to understand it, to copy it; written in place. */
export const Guide = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <GuideOf {...props} ready={ready} />}
  </Editing>
)

function GuideOf({ library, slug, ready }: ViewProps & { ready: Ready }) {
  const { definition, texts, sheet, preview, change } = ready
  const { model: bench, bring, error: benchError } = useBenchModel(library.id, slug)
  const [isWriting, setWriting] = useState(false)
  const facts = useFacts(ready, slug, bench)
  const written = sheet.data.guide
  const path = written ? resolvePath(definition.file, written) : undefined
  const text = path ? texts[path] : undefined
  const around = useMemo(() => ({ contexts: definition.contexts, components: definition.components }), [definition])
  const write = () => {
    if (path && text !== undefined) return setWriting(!isWriting)
    change(...startOf(ready, slug))
    setWriting(true)
  }
  useKeys({ e: write })
  const [previous, next] = [neighbourOf(library, slug, -1), neighbourOf(library, slug, 1)]
  return (
    <>
      <ViewHead revision={definition.revisions.length} />
      {facts ? (
        <>
          <GuideBar ready={ready} isWriting={isWriting} isWritten={text !== undefined} onWrite={write} />
          <main
            className={isWriting ? 'grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_minmax(360px,40%)]' : ''}
          >
            <GuidePage
              text={text}
              facts={facts}
              around={around}
              linkTo={(other) => `/${library.id}/${other}/guide`}
              bench={<Bench model={facts.bench} onBring={bring} />}
              evidence={(view) => `/${library.id}/${slug}/${view}`}
              {...(previous && { previous })}
              {...(next && { next })}
            />
            {isWriting && path && text !== undefined && <GuideText {...{ ready, path, text, around }} />}
          </main>
        </>
      ) : (
        <NotYet error={benchError ?? unread(preview?.problems)} />
      )}
    </>
  )
}

const GuideBar = ({
  ready,
  isWriting,
  isWritten,
  onWrite,
}: {
  ready: Ready
  isWriting: boolean
  /** There is a guide. */
  isWritten: boolean
  onWrite(): void
}) => (
  <div className="print:hidden">
    <EditingBar defining={ready}>
      <button type="button" className="control" onClick={() => window.print()}>
        <Printer size={12} aria-hidden />
        Print
      </button>
      <button type="button" className="control" aria-pressed={isWriting} onClick={onWrite}>
        <PenLine size={12} aria-hidden />
        {isWritten ? 'Write' : 'Write a guide'}
      </button>
    </EditingBar>
  </div>
)

interface GuideTextProps {
  ready: Ready
  path: string
  text: string
  around: Pick<Ready['definition'], 'contexts' | 'components'>
}

/** The guide's own text, with what is wrong in it. */
function GuideText({ ready, path, text, around }: GuideTextProps) {
  const { sheet } = ready
  const troubles = useMemo(
    () => checkGuide(readGuide(text), sheet, around).map((each) => ({ ...each, severity: 'error' as const })),
    [text, sheet, around],
  )
  const complete = useMemo(
    () => (context: CompletionContext) => completeGuide(context, sheet, around.contexts),
    [sheet, around],
  )
  return (
    <section
      aria-label="The guide as text"
      className="sticky top-0 h-dvh border-l border-line max-lg:row-start-1 max-lg:h-80 print:hidden"
    >
      <CodeEditor
        path={path}
        text={text}
        troubles={troubles}
        onType={(typed) => ready.change({ [path]: typed }, 'later')}
        onSave={() => ready.save()}
        complete={complete}
      />
    </section>
  )
}

/** All that a guide's page is made from, once it can be. */
function useFacts({ definition, sheet, preview }: Ready, slug: string, bench: BenchModel | undefined) {
  const { states } = useRuns()
  const state = states.find((each) => each.slug === slug)
  const board = preview?.model
  return useMemo((): GuideFacts | undefined => {
    if (!board || !bench) return undefined
    const { space } = board
    return {
      sheet,
      space,
      board,
      bench,
      rules: readRules(sheet, space.dimensions).rules,
      scenarios: readScenarios(sheet, { data: { contexts: definition.contexts } }, space),
      ...(state && { state }),
    }
  }, [sheet, board, bench, definition, state])
}

/** A first guide; the sheet names it in the same revision in which it comes. */
function startOf({ definition, texts, sheet }: Ready, slug: string): Parameters<Ready['change']> {
  const written = sheet.data.guide
  const name = written ?? `${slug}.md`
  const named = written
    ? {}
    : { [definition.file]: editYaml(texts[definition.file]!, [{ do: 'set', path: ['guide'], value: name }]) }
  return [{ ...named, [resolvePath(definition.file, name)!]: starterGuide(sheet) }, 'now']
}

function neighbourOf(library: ViewProps['library'], slug: string, step: number) {
  const found = library.components[library.components.findIndex((each) => each.slug === slug) + step]
  return found && { name: found.name, href: `/${library.id}/${found.slug}/guide` }
}

const unread = (problems: readonly { message: string }[] | undefined): Error | null =>
  problems?.[0] ? new Error(problems[0].message) : null
