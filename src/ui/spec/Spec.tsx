'use client'

import { useCallback, useState } from 'react'
import { counted } from '@/core/words'
import { Alarm, Editing, EditingBar, SheetText, type Ready } from '../editing'
import { Panes, useKeys, ViewHead, type ViewProps } from '../frame'
import { useAsked } from '../hooks'
import type { DraftAim } from './draftFor'
import { SpecTabs, type SpecTab } from './SpecTabs'
import { useSpecFacts, type SpecFacts } from './useSpecFacts'

/** The view of a component's rules: as a table and as text, with what was read, what is open, and what could be drafted. */
export const Spec = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <SpecOf {...props} ready={ready} />}
  </Editing>
)

function SpecOf({ library, slug, query, ready }: ViewProps & { ready: Ready }) {
  const { definition, sheet } = ready
  const facts = useSpecFacts(library.id, slug, ready)
  const [tab, setTab] = useState<SpecTab>('rules')
  const [selected, setSelected] = useState<number>()
  const [going, setGoTo] = useState<{ line: number }>()
  const [aim, setAim] = useState<DraftAim>({ kind: 'gaps' })
  const draft = (next: DraftAim) => {
    setAim(next)
    setTab('draft')
  }
  const choose = (rule: number) => {
    if (rule === selected) return
    setSelected(rule)
    setGoTo({ line: facts.lines[rule] ?? 1 })
  }
  useKeys({
    t: () => setTab('rules'),
    o: () => setTab('coverage'),
    d: () => draft({ kind: 'gaps' }),
    c: () => setTab('code'),
  })
  const show = useCallback((rule: number) => {
    setTab('rules')
    setSelected(rule)
  }, [])
  useAsked(query, 'rule', (rule) => {
    show(Number(rule))
    setGoTo({ line: facts.lines[Number(rule)] ?? 1 })
  })
  return (
    <>
      <ViewHead revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, spec</h1>
      <SurveyState ready={ready} facts={facts} />
      <Panes
        grid="md:grid-cols-[minmax(0,1fr)_minmax(340px,32%)] md:grid-rows-[minmax(0,1fr)]"
        names={['Spec', 'Sheet']}
      >
        <SpecTabs
          {...{ slug, ready, facts, tab, selected, aim }}
          library={library.id}
          onTab={setTab}
          onSelect={choose}
          onAim={setAim}
          onDraft={draft}
        />
        <SheetText ready={ready} lines={facts.lines} going={going} onThing={setSelected} />
      </Panes>
    </>
  )
}

function SurveyState({ ready, facts }: { ready: Ready; facts: SpecFacts }) {
  const { survey, error, isReading } = facts
  return (
    <>
      <EditingBar defining={ready}>
        <span className="text-quiet" role="status" data-survey={isReading ? 'reading' : survey ? 'ready' : 'none'}>
          {isReading ? 'Measuring every case …' : survey ? `Measured in ${counted(survey.cases.length, 'case')}` : ''}
        </span>
      </EditingBar>
      <Alarm text={error?.message} />
    </>
  )
}
