'use client'

import { useQueryClient } from '@tanstack/react-query'
import { useMemo } from 'react'
import { specOf } from '@/core/lint'
import { asWritten, makeExplainer, whenOf } from '@/core/draft'
import { removeClaimEdits, expectationEdits, splitEdits, whenEdits } from '@/core/edit'
import { bitsOf, describeSelection, gridOf } from '@/core/grid'
import { combinations, makeCase, type Case, type Space } from '@/core/matrix'
import type { CheckResult } from '@/core/plan'
import type { Survey } from '@/core/survey'
import type { YamlEdit } from '@/core/yaml'
import { StatusLine, useDefinition } from '../editing'
import { Condition, Expectation, useSurvey, useSources } from '../survey'

export interface RuleToolsProps {
  library: string
  slug: string
  space: Space
  theCase: Case
  check: CheckResult
}

/** Changes the rule that a reading was held against, from the case that it speaks about. */
export function RuleTools({ library, slug, space, theCase, check }: RuleToolsProps) {
  const queries = useQueryClient()
  const defining = useDefinition(library, slug)
  const { definition, sheet, status, edit } = defining
  const { surveyed } = useSurvey(library, slug, definition?.base)
  const survey = surveyed?.survey
  const { part, reading, measured, verdict } = check
  const spec = useMemo(() => (sheet ? specOf(sheet) : []), [sheet])
  const sources = useSources(sheet, space, survey)
  if (!sheet || !definition) return <p className="text-quiet">Loading …</p>
  const holder = holderOf(spec, check)
  if (!holder) return <p className="text-quiet">This rule was deleted.</p>
  const { index, own } = holder
  const rule = spec[index]!
  const place = { rule: index, part: own, reading }
  const path = ['spec', index, 'expect', own, reading]
  const value = rule.expect[own]![reading]
  const claims = Object.values(rule.expect).reduce((sum, readings) => sum + Object.keys(readings).length, 0)
  const change = (edits: readonly YamlEdit[]) => {
    edit(edits)
    void queries.invalidateQueries({ queryKey: ['states', library] })
  }
  const name = nameOf(survey, theCase, check)
  return (
    <div className="flex flex-col gap-1 border-l-2 border-line-strong pl-2" data-testid="rule-tools">
      <div className="flex flex-wrap items-center gap-1">
        <span className="text-quiet">In</span>
        <Condition
          when={rule.when ?? {}}
          dimensions={space.dimensions}
          // What the rule says of other parts stays as it is: this expectation gets a rule of its own.
          onChange={(when) => change(claims > 1 ? splitEdits(spec, place, when) : whenEdits(index, when))}
        />
      </div>
      <Expectation
        label={`Expected of ${part} · ${reading}`}
        reading={reading}
        text={Array.isArray(value) ? value.join(' and ') : String(value)}
        read={measured === '' ? [] : [measured]}
        sources={sources}
        onDone={(text) => change([{ do: 'set', path, value: asWritten(text) }])}
      />
      <div className="flex flex-wrap gap-1">
        {verdict === 'misses' && name !== undefined && (
          <AcceptMeasured
            name={name}
            onEverywhere={() => change([{ do: 'set', path, value: asWritten(name) }])}
            onHere={() =>
              change(expectationEdits(spec, conditionOf(theCase, space), { part: own, reading }, asWritten(name)))
            }
          />
        )}
        <button type="button" className="control" onClick={() => change(removeClaimEdits(spec, place))}>
          Delete
        </button>
      </div>
      {status.kind !== 'saved' && <StatusLine defining={defining} status={status} />}
    </div>
  )
}

/** What was read, as a rule would say it. */
function nameOf(survey: Survey | undefined, { key }: Case, { reading, measured }: CheckResult): string | undefined {
  const context = survey?.cases.find((each) => each.key === key)?.context
  return survey && context !== undefined ? makeExplainer(survey)(reading)(measured, context)[0] : undefined
}

/** The rule that the reading was held against. Since the run it may have moved: it is the one with this expectation, the nearest to where it stood. */
function holderOf(spec: ReturnType<typeof specOf>, { part, reading, rule: { index: was } }: CheckResult) {
  const holders = spec.flatMap((rule, index) => {
    const own = Object.keys(rule.expect).find(
      (name) => name.replace(/\[1\]$/, '') === part && reading in (rule.expect[name] ?? {}),
    )
    return own === undefined ? [] : [{ index, own }]
  })
  return holders.toSorted((a, b) => Math.abs(a.index - was) - Math.abs(b.index - was))[0]
}

/** The condition that describes one case. */
function conditionOf(theCase: Case, space: Space) {
  const cases = [...combinations(space)].map((values) => makeCase(values, space))
  const grid = gridOf(space.dimensions, cases)
  const described = describeSelection(grid, bitsOf(grid.size, [cases.findIndex(({ key }) => key === theCase.key)]))
  return whenOf(grid, described.kind === 'exact' ? described.region : described.around)
}

const AcceptMeasured = ({ name, onEverywhere, onHere }: { name: string; onEverywhere(): void; onHere(): void }) => (
  <>
    <button
      type="button"
      className="control"
      title={`Expect ${name} wherever this rule applies`}
      onClick={onEverywhere}
    >
      Accept what was measured
    </button>
    <button type="button" className="control" title={`Expect ${name} in this case alone`} onClick={onHere}>
      In this case only
    </button>
  </>
)
