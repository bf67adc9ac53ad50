'use client'

import { ArrowDown, ArrowUp, Combine, Trash2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { mergeEdits, moveRuleEdits, removeRuleEdits, sameWhen, whenEdits, type RuleText } from '@/core/edit'
import type { Lint, Fix } from '@/core/lint'
import type { ClaimStanding } from '@/core/survey'
import type { YamlEdit } from '@/core/yaml'
import { IconButton } from '../editing'
import { useRowStops } from '../hooks'
import { Condition, standingKey, type Sources } from '../survey'
import { ClaimRow, type Claim } from './ClaimRow'

export interface RulesProps {
  spec: readonly RuleText[]
  standings: ReadonlyMap<string, ClaimStanding>
  sources: Sources
  /** Lints of the spec, with the rule that each concerns. */
  lintsOf(rule: number): readonly Lint[]
  fixOf(lint: Lint): Fix | undefined
  selected?: number | undefined
  onSelect(rule: number): void
  edit(edits: readonly YamlEdit[]): void
  matrixHref(keys: readonly string[]): string
}

/** The cascade as a table: each rule's condition, and under it what it expects of each part, beside what was read last. */
export function Rules(props: RulesProps) {
  const table = useRef<HTMLTableElement>(null)
  useRowStops(table)
  return (
    <table ref={table} className="w-full border-collapse">
      <thead className="sticky top-0 z-10 bg-paper text-left text-quiet">
        <tr className="border-b border-line-strong">
          <th scope="col" className="px-2 py-0.5 font-normal">
            Part
          </th>
          <th scope="col" className="px-2 font-normal">
            Reading
          </th>
          <th scope="col" className="px-2 font-normal">
            Expected
          </th>
          <th scope="col" className="px-2 font-normal">
            Measured
          </th>
          <th scope="col" className="px-2 text-right font-normal">
            Decides
          </th>
          <th scope="col" className="px-2 text-right font-normal">
            Misses
          </th>
          <th scope="col">
            <span className="sr-only">Change</span>
          </th>
        </tr>
      </thead>
      {props.spec.map((rule, index) => (
        <RuleRows key={index} {...props} rule={rule} index={index} />
      ))}
    </table>
  )
}

function RuleRows(props: RulesProps & RuleAt) {
  const { rule, index, selected, onSelect } = props
  const body = useRef<HTMLTableSectionElement>(null)
  const isSelected = selected === index
  useEffect(() => {
    if (isSelected && !body.current?.contains(document.activeElement))
      body.current?.scrollIntoView({ block: 'nearest' })
  }, [isSelected])
  const claims = Object.entries(rule.expect).flatMap(([part, readings]) =>
    Object.entries(readings ?? {}).map(([reading, value], at): Claim => ({
      part,
      reading,
      text: printed(value),
      isFirst: at === 0,
      standing: props.standings.get(standingKey(index, part.replace(/\[1\]$/, ''), reading)),
    })),
  )
  return (
    <tbody
      ref={body}
      data-rule={index}
      aria-current={isSelected || undefined}
      className={isSelected ? 'bg-pick/60' : ''}
      onFocus={() => onSelect(index)}
      onClick={() => onSelect(index)}
    >
      <HeadRow {...props} claims={claims} />
      {props.lintsOf(index).map((lint, at) => (
        <LintRow key={at} lint={lint} fix={props.fixOf(lint)} edit={props.edit} />
      ))}
      {claims.map((claim) => (
        <ClaimRow key={`${claim.part} · ${claim.reading}`} {...props} claim={claim} canSplit={claims.length > 1} />
      ))}
    </tbody>
  )
}

interface RuleAt {
  rule: RuleText
  index: number
}

function HeadRow({ rule, index, spec, sources, edit, claims }: RulesProps & RuleAt & { claims: readonly Claim[] }) {
  const twin = spec.findIndex((other, at) => at < index && sameWhen(other.when, rule.when))
  const countOf = (pick: (standing: ClaimStanding) => ClaimStanding['decides']) =>
    new Set(claims.flatMap(({ standing }) => (standing ? pick(standing).map(({ key }) => key) : []))).size
  return (
    <tr className="border-t border-line-strong">
      <th scope="rowgroup" colSpan={4} className="px-2 py-0.5 text-left font-normal">
        <span className="num mr-2 text-quiet">{index + 1}</span>
        <Condition
          when={rule.when ?? {}}
          dimensions={sources.dimensions}
          onChange={(when) => edit(whenEdits(index, when))}
        />
        {rule.note !== undefined && <span className="ml-2 text-quiet">{rule.note}</span>}
      </th>
      <td className="num px-2 text-right text-quiet" title="Cases in which this rule decides something">
        {countOf(({ decides }) => decides)}
      </td>
      <td className="num px-2 text-right text-miss" title="Cases in which something misses that this rule says">
        {countOf(({ misses }) => misses) || ''}
      </td>
      <td className="px-1 text-right whitespace-nowrap">
        <IconButton
          label={`Move rule ${index + 1} up`}
          disabled={index === 0}
          onClick={() => edit(moveRuleEdits(spec, index, -1))}
        >
          <ArrowUp size={12} aria-hidden />
        </IconButton>
        <IconButton
          label={`Move rule ${index + 1} down`}
          disabled={index === spec.length - 1}
          onClick={() => edit(moveRuleEdits(spec, index, 1))}
        >
          <ArrowDown size={12} aria-hidden />
        </IconButton>
        {twin >= 0 && (
          <IconButton
            label={`Merge rule ${index + 1} into rule ${twin + 1}, which has the same condition`}
            onClick={() => edit(mergeEdits(spec, index, twin))}
          >
            <Combine size={12} aria-hidden />
          </IconButton>
        )}
        <IconButton label={`Delete rule ${index + 1}`} onClick={() => edit(removeRuleEdits(spec, index))}>
          <Trash2 size={12} aria-hidden />
        </IconButton>
      </td>
    </tr>
  )
}

const LintRow = ({ lint, fix, edit }: { lint: Lint; fix: Fix | undefined; edit: RulesProps['edit'] }) => (
  <tr data-lint={lint.code}>
    <td colSpan={7} className="px-2 pb-0.5">
      <span className={`num mr-2 ${lint.severity === 'error' ? 'text-miss' : ''}`}>{lint.code}</span>
      {lint.message}
      {fix && (
        <button type="button" className="control ml-2" onClick={() => edit(fix.edits)}>
          {fix.label}
        </button>
      )}
    </td>
  </tr>
)

const printed = (value: unknown): string => {
  if (Array.isArray(value)) return value.map(printed).join(' and ')
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}
