'use client'

import type { ReactNode } from 'react'
import { appendRules } from '@/core/edit'
import { aboutOf, fixOf, type Lint } from '@/core/lint'
import type { Survey } from '@/core/survey'
import type { Space } from '@/core/matrix'
import { caseAddress } from '../frame'
import { PaneTabs, type Ready } from '../editing'
import { CodePanel } from './CodePanel'
import { Coverage } from './Coverage'
import type { DraftAim } from './draftFor'
import { DraftPanel } from './DraftPanel'
import { NewRule } from './NewRule'
import { Rules } from './Rules'
import type { SpecFacts } from './useSpecFacts'

export type SpecTab = 'rules' | 'coverage' | 'draft' | 'code'

export interface SpecTabsProps {
  library: string
  slug: string
  ready: Ready
  facts: SpecFacts
  tab: SpecTab
  onTab(tab: SpecTab): void
  selected: number | undefined
  onSelect(rule: number): void
  aim: DraftAim
  onAim(aim: DraftAim): void
  /** Shows what could be drafted. */
  onDraft(aim: DraftAim): void
}

/** What is shown of the spec: its rules, what no rule speaks of, what could be drafted, the same as code. */
export function SpecTabs(props: SpecTabsProps) {
  const { facts, tab, onTab } = props
  const labels: [SpecTab, string][] = [
    ['rules', `Rules ${facts.spec.length}`],
    ['coverage', `Gaps ${facts.gaps || ''}`],
    ['draft', 'Draft from what is rendered'],
    ['code', 'Code'],
  ]
  return (
    <div className="min-h-0 border-r border-line">
      <PaneTabs label="What is shown of the spec" tabs={labels} value={tab} onValue={onTab} className="bg-sheet">
        {CONTENT[tab](props)}
      </PaneTabs>
    </div>
  )
}

const CONTENT: Readonly<Record<SpecTab, (props: SpecTabsProps) => ReactNode>> = {
  rules: (props) => <RulesTab {...props} />,
  coverage: ({ library, slug, facts, onDraft }) =>
    facts.coverage ? (
      <Coverage
        coverage={facts.coverage}
        unnoticed={facts.strength?.unnoticed}
        strength={`/${library}/${slug}/strength`}
        onDraft={(part, reading) => onDraft({ kind: 'reading', part, reading })}
        onDraftAll={() => onDraft({ kind: 'gaps' })}
      />
    ) : (
      <NotMeasured facts={facts} />
    ),
  draft: ({ ready, facts, aim, onAim, onTab }) => (
    <Measured facts={facts}>
      {(survey, { dimensions }) => (
        <DraftPanel
          {...{ survey, aim, onAim, dimensions }}
          sheet={ready.sheet}
          isStale={facts.isReading}
          missesWith={facts.missesWith}
          onTake={(rules) => {
            ready.change({ [facts.file]: appendRules(facts.text, rules) }, 'now')
            onTab('rules')
          }}
        />
      )}
    </Measured>
  ),
  code: ({ ready, facts }) => (
    <Measured facts={facts}>
      {(survey, { dimensions }) => <CodePanel sheet={ready.sheet} survey={survey} dimensions={dimensions} />}
    </Measured>
  ),
}

/** What needs a survey, or why there is none yet. */
function Measured({ facts, children }: { facts: SpecFacts; children: (survey: Survey, space: Space) => ReactNode }) {
  return facts.survey && facts.space ? children(facts.survey, facts.space) : <NotMeasured facts={facts} />
}

const NotMeasured = ({ facts }: { facts: SpecFacts }) => (
  <p className="p-3 text-quiet">{facts.error ? 'Nothing could be measured.' : 'Measuring every case …'}</p>
)

function RulesTab({ library, slug, ready, facts, selected, onSelect, onDraft }: SpecTabsProps) {
  const { definition, sheet, edit } = ready
  const { spec, space, standings, sources, lintsOf, general } = facts
  return (
    <>
      {general.map((lint, at) => (
        <p key={at} className="border-b border-line px-2 py-0.5" data-lint={lint.code}>
          <span className="num mr-2">{lint.code}</span>
          {lint.message}
          <WhatDiffers lint={lint} onDraft={onDraft} />
        </p>
      ))}
      {spec.length === 0 ? (
        <NoRules onDraft={() => onDraft({ kind: 'unspoken' })} />
      ) : (
        <Rules
          {...{ spec, standings, sources, lintsOf, edit, selected, onSelect }}
          fixOf={(lint) => fixOf(lint, sheet)}
          matrixHref={(keys) => caseAddress(library, slug, keys[0]!)}
        />
      )}
      <NewRule revision={definition.base} {...{ library, slug, sheet, space, spec, sources, edit }} />
    </>
  )
}

const NoRules = ({ onDraft }: { onDraft(): void }) => (
  <div className="p-3">
    <p className="mb-2 text-quiet">
      No rules yet. A rule names cases, a part and what must be true of it. Add one below, select cases in the Matrix
      and add an expectation there, or draft the smallest set of rules that describes what is rendered now.
    </p>
    <button type="button" className="control" onClick={onDraft}>
      Draft from what is rendered
    </button>
  </div>
)

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
