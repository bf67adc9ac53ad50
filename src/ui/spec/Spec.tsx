'use client'

import { Tabs } from 'radix-ui'
import { useCallback, useMemo, useState } from 'react'
import { appendRules, isSpecifiedIn, type RuleText } from '@/core/edit'
import { aboutOf, fixOf, LINTS, specOf, unspecifiedReadings, type Lint } from '@/core/lint'
import { readSheet } from '@/core/sheet'
import { readRules } from '@/core/spec'
import { coverageOf, judgeSurvey } from '@/core/survey'
import { counted } from '@/core/words'
import { CodeEditor, Editing, EditingBar, sheetCompletion, troublesOf, type Ready } from '../editing'
import { useKeys, ViewHead, type Findable, type ViewProps } from '../frame'
import { probeHere, useStandings, useSurvey, type Sources } from '../survey'
import { useStable } from '../hooks'
import { CodePanel } from './CodePanel'
import { Coverage } from './Coverage'
import type { DraftAim } from './draftFor'
import { DraftPanel } from './DraftPanel'
import { NewRule } from './NewRule'
import { Rules } from './Rules'

/** The view of a component's rules: as a table and as text, with what was read, what is open, and what could be drafted. */
export const Spec = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <SpecOf {...props} ready={ready} />}
  </Editing>
)

function SpecOf({ library, slug, ready }: ViewProps & { ready: Ready }) {
  const { definition, texts, sheet, preview, problems, change, edit, save } = ready
  const [tab, setTab] = useState('rules')
  const [selected, setSelected] = useState<number>()
  const [going, setGoTo] = useState<{ line: number }>()
  const [aim, setAim] = useState<DraftAim>({ kind: 'gaps' })
  const space = preview?.model?.space
  const { surveyed, error: surveyError, isReading } = useSurvey(library.id, slug, definition.base)
  const { standings } = useStandings(sheet, space, surveyed)
  const spec = useMemo(() => specOf(sheet), [sheet])
  const survey = surveyed?.survey
  const sources = useMemo(
    (): Sources => ({
      parts: Object.keys(sheet.parts),
      dimensions: space?.dimensions ?? [],
      ...(survey && { survey }),
    }),
    [sheet, space, survey],
  )
  const coverage = useMemo(
    () => (survey && space ? coverageOf(survey, space.dimensions, isSpecifiedIn(sheet)) : undefined),
    [survey, sheet, space],
  )
  const lints = preview?.lints ?? NO_LINTS
  const file = definition.file
  const text = texts[file] ?? ''
  const lines = useMemo(() => spec.map((_, index) => sheet.source.at(['spec', index]).line), [spec, sheet])
  const lintsOf = useCallback(
    (rule: number) =>
      lints.filter(
        ({ file: of, line, code }) =>
          of === file && LINTS.get(code)?.isOfRules && line >= lines[rule]! && line < (lines[rule + 1] ?? Infinity),
      ),
    [lints, lines, file],
  )
  const choose = (rule: number) => {
    if (rule === selected) return
    setSelected(rule)
    setGoTo({ line: lines[rule] ?? 1 })
  }
  const onLine = useCallback(
    (line: number) => {
      const at = lines.findLastIndex((each) => each <= line)
      if (at >= 0) setSelected(at)
    },
    [lines],
  )
  const missesWith = useCallback(
    (rules: RuleText[]) => {
      const tried = readSheet(appendRules(text, rules), file).sheet
      if (!tried || !surveyed || !space) return 0
      const judged = judgeSurvey(
        surveyed.survey,
        space,
        readRules(tried, space.dimensions).rules,
        surveyed.tolerance,
        probeHere,
      )
      const isNew = (part: string, reading: string) => rules.some(({ expect }) => reading in (expect[part] ?? {}))
      return judged.reduce(
        (sum, { claim, misses }) => sum + (isNew(claim.part, claim.reading.text) ? misses.length : 0),
        0,
      )
    },
    [text, file, surveyed, space],
  )
  const draft = (next: DraftAim) => {
    setAim(next)
    setTab('draft')
  }
  useKeys({
    t: () => setTab('rules'),
    o: () => setTab('coverage'),
    d: () => draft({ kind: 'gaps' }),
    c: () => setTab('code'),
  })
  const findables = useCallback(
    (): Findable[] =>
      spec.flatMap((rule, index) =>
        Object.entries(rule.expect).flatMap(([part, readings]) =>
          Object.entries(readings ?? {}).map(([reading, value]) => ({
            kind: 'rule',
            label: `${part} · ${reading}`,
            detail: String(value),
            go: () => {
              setTab('rules')
              setSelected(index)
            },
          })),
        ),
      ),
    [spec],
  )
  const troubles = useMemo(() => troublesOf(file, problems, lints), [problems, lints, file])
  // It opens where the spec begins.
  const start = useStable({ line: lines[0] ?? 1 }, String(lines.length === 0))
  const goTo = going ?? start
  const complete = useMemo(() => sheetCompletion(() => sheet), [sheet])
  const general = lints.filter(
    ({ code, line, file: of }) =>
      of === file &&
      LINTS.get(code)?.isOfRules &&
      !lines.some((first, at) => line >= first && line < (lines[at + 1] ?? Infinity)),
  )
  const gaps = coverage ? unspecifiedReadings(coverage).length : 0
  return (
    <>
      <ViewHead findables={findables} revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, spec</h1>
      <EditingBar defining={ready}>
        <span className="text-quiet" role="status" data-survey={isReading ? 'reading' : survey ? 'ready' : 'none'}>
          {isReading ? 'Measuring every case …' : survey ? `Measured in ${counted(survey.cases.length, 'case')}` : ''}
        </span>
      </EditingBar>
      {surveyError && (
        <p role="alert" className="border-b border-line px-3 py-1 whitespace-pre-wrap text-miss">
          {surveyError.message}
        </p>
      )}
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(340px,32%)] grid-rows-[minmax(0,1fr)]">
        <Tabs.Root value={tab} onValueChange={setTab} className="flex min-h-0 flex-col border-r border-line">
          <Tabs.List aria-label="What is shown of the spec" className="flex border-b border-line bg-paper">
            {[
              ['rules', `Rules ${spec.length}`],
              ['coverage', `Gaps ${gaps || ''}`],
              ['draft', 'Draft from what is rendered'],
              ['code', 'Code'],
            ].map(([value, label]) => (
              <Tabs.Trigger
                key={value}
                value={value!}
                className="border-r border-line px-2 py-1 data-[state=active]:bg-sheet data-[state=active]:font-semibold data-[state=inactive]:text-quiet"
              >
                {label}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value={tab} className="min-h-0 flex-1 overflow-auto bg-sheet" tabIndex={-1}>
            {tab === 'rules' && (
              <>
                {general.map((lint, at) => (
                  <p key={at} className="border-b border-line px-2 py-0.5" data-lint={lint.code}>
                    <span className="num mr-2">{lint.code}</span>
                    {lint.message}
                    <WhatDiffers lint={lint} onDraft={draft} />
                  </p>
                ))}
                {spec.length === 0 ? (
                  <div className="p-3">
                    <p className="mb-2 text-quiet">
                      No rules yet. A rule names cases, a part and what must be true of it. Add one below, select cases
                      in the Matrix and add an expectation there, or draft the smallest set of rules that describes what
                      is rendered now.
                    </p>
                    <button type="button" className="control" onClick={() => draft({ kind: 'unspoken' })}>
                      Draft from what is rendered
                    </button>
                  </div>
                ) : (
                  <Rules
                    {...{ spec, standings, sources, lintsOf, edit }}
                    fixOf={(lint) => fixOf(lint, sheet)}
                    {...(selected !== undefined && { selected })}
                    onSelect={choose}
                    matrixHref={(keys) => `/${library.id}/${slug}/matrix?case=${encodeURIComponent(keys[0]!)}`}
                  />
                )}
                <NewRule
                  library={library.id}
                  revision={definition.base}
                  {...{ slug, sheet, space, spec, sources, edit }}
                />
              </>
            )}
            {tab === 'coverage' &&
              (coverage ? (
                <Coverage
                  coverage={coverage}
                  onDraft={(part, reading) => draft({ kind: 'reading', part, reading })}
                  onDraftAll={() => draft({ kind: 'gaps' })}
                />
              ) : (
                <p className="p-3 text-quiet">
                  {surveyError ? 'Nothing could be measured.' : 'Measuring every case …'}
                </p>
              ))}
            {tab === 'code' &&
              (survey && space ? (
                <CodePanel sheet={sheet} survey={survey} dimensions={space.dimensions} />
              ) : (
                <p className="p-3 text-quiet">
                  {surveyError ? 'Nothing could be measured.' : 'Measuring every case …'}
                </p>
              ))}
            {tab === 'draft' &&
              (survey && space ? (
                <DraftPanel
                  {...{ survey, sheet, aim, missesWith }}
                  dimensions={space.dimensions}
                  onAim={setAim}
                  onTake={(rules) => {
                    change({ [file]: appendRules(text, rules) }, 'now')
                    setTab('rules')
                  }}
                />
              ) : (
                <p className="p-3 text-quiet">
                  {surveyError ? 'Nothing could be measured.' : 'Measuring every case …'}
                </p>
              ))}
          </Tabs.Content>
        </Tabs.Root>
        <section aria-label="The sheet as text" className="min-h-0">
          <CodeEditor
            path={file}
            text={text}
            troubles={troubles}
            onType={(next) => change({ [file]: next }, 'later')}
            onSave={() => save()}
            onLine={onLine}
            complete={complete}
            goTo={goTo}
            quietly
          />
        </section>
      </main>
    </>
  )
}

const NO_LINTS: readonly Lint[] = []

/** The way from values that look alike to what is rendered differently in them. */
function WhatDiffers({ lint, onDraft }: { lint: Lint; onDraft(aim: DraftAim): void }) {
  const about = aboutOf(lint, 'look-alike')
  if (!about) return null
  return (
    <button type="button" className="control ml-2" onClick={() => onDraft({ kind: 'axis', axis: about.axis })}>
      Draft what differs
    </button>
  )
}
