'use client'

import type { CompletionContext } from '@codemirror/autocomplete'
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { PenLine, Printer } from 'lucide-react'
import { useCallback, useMemo, useState } from 'react'
import { ROUTES } from '@/contract'
import { checkGuide, readGuide, starterGuide } from '@/core/guide'
import { readScenarios } from '@/core/scenario'
import { resolvePath } from '@/core/sheet'
import { readRules } from '@/core/spec'
import { editYaml } from '@/core/yaml'
import { Bench } from '../bench'
import { CodeEditor, Editing, EditingBar, NotYet, type Ready } from '../editing'
import { useKeys, ViewHead, type ViewProps } from '../frame'
import { call, useRuns } from '../live'
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
  const { definition, texts, sheet, preview, change, save } = ready
  const { model: bench, bring, error: benchError } = useBenchModel(library.id, slug)
  const [isWriting, setWriting] = useState(false)
  const [line, setLine] = useState<{ line: number }>()
  const { states } = useRuns()
  const state = states.find((each) => each.slug === slug)
  const board = preview?.model
  const facts = useMemo((): GuideFacts | undefined => {
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
  const written = sheet.data.guide
  const path = written ? resolvePath(definition.file, written) : undefined
  const text = path ? texts[path] : undefined
  const around = useMemo(() => ({ contexts: definition.contexts, components: definition.components }), [definition])
  const troubles = useMemo(
    () =>
      text !== undefined
        ? checkGuide(readGuide(text), sheet, around).map((each) => ({ ...each, severity: 'error' as const }))
        : [],
    [text, sheet, around],
  )
  const write = () => {
    if (path && text !== undefined) return setWriting(!isWriting)
    const name = written ?? `${slug}.md`
    // The sheet names the guide in the same revision in which it comes.
    const named = written
      ? {}
      : { [definition.file]: editYaml(texts[definition.file]!, [{ do: 'set', path: ['guide'], value: name }]) }
    change({ ...named, [resolvePath(definition.file, name)!]: starterGuide(sheet) }, 'now')
    setWriting(true)
  }
  useKeys({ e: write })
  const complete = useMemo(
    () => (context: CompletionContext) => completeGuide(context, sheet, around.contexts),
    [sheet, around],
  )
  const at = library.components.findIndex((each) => each.slug === slug)
  const neighbour = (step: number) => {
    const one = library.components[at + step]
    return one && { name: one.name, href: `/${library.id}/${one.slug}/guide` }
  }
  const [previous, next] = [neighbour(-1), neighbour(1)]
  return (
    <>
      <ViewHead revision={definition.revisions.length} />
      {facts ? (
        <>
          <div className="print:hidden">
            <EditingBar defining={ready}>
              <button type="button" className="control" onClick={() => window.print()}>
                <Printer size={12} aria-hidden />
                Print
              </button>
              <button type="button" className="control" aria-pressed={isWriting} onClick={write}>
                <PenLine size={12} aria-hidden />
                {text === undefined ? 'Write a guide' : 'Write'}
              </button>
            </EditingBar>
          </div>
          <main className={isWriting ? 'grid lg:grid-cols-[minmax(0,1fr)_minmax(360px,40%)]' : ''}>
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
            {isWriting && path && text !== undefined && (
              <section
                aria-label="The guide as text"
                className="sticky top-0 h-dvh border-l border-line max-lg:row-start-1 max-lg:h-80 print:hidden"
              >
                <CodeEditor
                  path={path}
                  text={text}
                  troubles={troubles}
                  onType={(typed) => change({ [path]: typed }, 'later')}
                  onSave={() => save()}
                  complete={complete}
                  {...(line && { goTo: line })}
                  onLine={() => setLine(undefined)}
                />
              </section>
            )}
          </main>
        </>
      ) : (
        <NotYet error={benchError ?? unread(preview?.problems)} />
      )}
    </>
  )
}

const unread = (problems: readonly { message: string }[] | undefined): Error | null =>
  problems?.[0] ? new Error(problems[0].message) : null

/** What the bench needs, and a way of bringing further components to it. */
function useBenchModel(library: string, slug: string) {
  const [brought, setBrought] = useState<readonly string[]>([])
  const client = useQueryClient()
  const optionsFor = useCallback(
    (more: readonly string[]) => ({
      queryKey: ['bench', library, slug, ...more],
      queryFn: () => call(ROUTES.bench, { library, slug }, { query: more.length > 0 ? { with: more.join(',') } : {} }),
    }),
    [library, slug],
  )
  const { data: model, error } = useQuery({ ...optionsFor(brought), placeholderData: keepPreviousData })
  const bring = async (one: string) => {
    const more = [...brought, one]
    await client.ensureQueryData(optionsFor(more))
    setBrought(more)
  }
  return { model, bring, error }
}
