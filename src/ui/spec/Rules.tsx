'use client'

import { ArrowDown, ArrowUp, Combine, Split, Trash2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { asWritten } from '@/core/draft'
import {
  mergeEdits,
  moveRuleEdits,
  removeClaimEdits,
  removeRuleEdits,
  sameWhen,
  splitEdits,
  whenEdits,
  type RuleText,
} from '@/core/edit'
import type { Lint, Fix } from '@/core/lint'
import type { ClaimStanding } from '@/core/survey'
import type { YamlEdit } from '@/core/yaml'
import { IconButton } from '../editing'
import { Mark } from '../marks'
import { Condition, Expectation, standingKey, ValueText, type Sources } from '../survey'

export interface RulesProps {
  spec: readonly RuleText[]
  standings: ReadonlyMap<string, ClaimStanding>
  sources: Sources
  /** Lints of the spec, with the rule that each concerns. */
  lintsOf(rule: number): readonly Lint[]
  fixOf(lint: Lint): Fix | undefined
  selected?: number
  onSelect(rule: number): void
  edit(edits: readonly YamlEdit[]): void
  matrixHref(keys: readonly string[]): string
}

/** The cascade as a table: each rule's condition, and under it what it expects of each part, beside what was read last. */
export function Rules(props: RulesProps) {
  return (
    <table className="w-full border-collapse">
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

function RuleRows({ rule, index, ...props }: RulesProps & { rule: RuleText; index: number }) {
  const { spec, standings, sources, lintsOf, fixOf, selected, onSelect, edit, matrixHref } = props
  const body = useRef<HTMLTableSectionElement>(null)
  const isSelected = selected === index
  useEffect(() => {
    if (isSelected && !body.current?.contains(document.activeElement))
      body.current?.scrollIntoView({ block: 'nearest' })
  }, [isSelected])
  const claims = Object.entries(rule.expect).flatMap(([part, readings]) =>
    Object.entries(readings ?? {}).map(([reading, value], at) => ({
      part,
      reading,
      text: printed(value),
      isFirst: at === 0,
    })),
  )
  const standingOf = (part: string, reading: string) =>
    standings.get(standingKey(index, part.replace(/\[1\]$/, ''), reading))
  const twin = spec.findIndex((other, at) => at < index && sameWhen(other.when, rule.when))
  const own = claims.flatMap(({ part, reading }) => standingOf(part, reading) ?? [])
  const keysOf = (pick: (standing: ClaimStanding) => ClaimStanding['decides']) => [
    ...new Set(own.flatMap((standing) => pick(standing).map(({ key }) => key))),
  ]
  const decided = keysOf(({ decides }) => decides)
  const missed = keysOf(({ misses }) => misses)
  return (
    <tbody
      ref={body}
      data-rule={index}
      aria-current={isSelected || undefined}
      className={isSelected ? 'bg-pick/60' : ''}
      onFocus={() => onSelect(index)}
      onClick={() => onSelect(index)}
    >
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
          {decided.length}
        </td>
        <td className="num px-2 text-right text-miss" title="Cases in which something misses that this rule says">
          {missed.length || ''}
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
      {lintsOf(index).map((lint, at) => {
        const fix = fixOf(lint)
        return (
          <tr key={at} data-lint={lint.code}>
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
      })}
      {claims.map(({ part, reading, text, isFirst }) => {
        const standing = standingOf(part, reading)
        const place = { rule: index, part, reading }
        const label = `${part} · ${reading}`
        return (
          <tr key={label} className="border-t border-line align-baseline" data-claim={label}>
            <td className="px-2">{isFirst ? part : <span className="sr-only">{part}</span>}</td>
            <td className="num px-2">{reading}</td>
            <td className="px-1">
              <Expectation
                label={`Expected of ${label}`}
                reading={reading}
                text={text}
                read={standing?.texts.map(([each]) => each) ?? NOTHING}
                sources={sources}
                onDone={(next) =>
                  edit([{ do: 'set', path: ['spec', index, 'expect', part, reading], value: asWritten(next) }])
                }
              />
            </td>
            <td className="num px-2 break-words">
              <LastRead standing={standing} />
            </td>
            <td className="num px-2 text-right">{standing ? standing.decides.length : ''}</td>
            <td className="num px-2 text-right whitespace-nowrap">
              {standing && standing.misses.length > 0 && (
                <a
                  className="text-miss underline underline-offset-2"
                  href={matrixHref(standing.misses.map(({ key }) => key))}
                  title={standing.expected ? `expected ${standing.expected}` : undefined}
                >
                  <Mark kind="misses" className="mr-1 inline" />
                  {standing.misses.length}
                </a>
              )}
              {standing && standing.unread.length > 0 && (
                <a
                  className="ml-2 text-miss underline underline-offset-2"
                  href={matrixHref(standing.unread.map(({ key }) => key))}
                  title={standing.why}
                >
                  <Mark kind="unread" className="mr-1 inline" />
                  {standing.unread.length}
                </a>
              )}
              {standing?.fault !== undefined && standing.misses.length === 0 && (
                <Mark kind="unread" className="inline" />
              )}
              {standing && holdsAll(standing) && text !== 'any' && <Mark kind="holds" className="inline" />}
            </td>
            <td className="px-1 text-right whitespace-nowrap">
              {claims.length > 1 && (
                <IconButton label={`Move ${label} to its own rule`} onClick={() => edit(splitEdits(spec, place))}>
                  <Split size={12} aria-hidden />
                </IconButton>
              )}
              <IconButton label={`Delete ${label}`} onClick={() => edit(removeClaimEdits(spec, place))}>
                <Trash2 size={12} aria-hidden />
              </IconButton>
            </td>
          </tr>
        )
      })}
    </tbody>
  )
}

const holdsAll = ({ fault, decides, misses, unread, later }: ClaimStanding) =>
  fault === undefined && decides.length > 0 && misses.length + unread.length + later.length === 0

const NOTHING: readonly string[] = []

const printed = (value: unknown): string => {
  if (Array.isArray(value)) return value.map(printed).join(' and ')
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}

/** What was read where an expectation decides: one value, or how many there are. */
function LastRead({ standing }: { standing: ClaimStanding | undefined }) {
  if (!standing) return null
  if (standing.fault !== undefined) return <span className="text-miss">{standing.fault}</span>
  if (standing.decides.length === 0) return <span className="text-quiet">never applies</span>
  const [first, ...more] = standing.texts
  if (!first) return <span className="text-quiet">{standing.later.length > 0 ? 'not measured yet' : standing.why}</span>
  return (
    <>
      <ValueText text={first[0]} />
      {more.length > 0 && (
        <span className="text-quiet" title={standing.texts.map(([text, count]) => `${text} (${count})`).join('\n')}>
          {' '}
          and {more.length} more
        </span>
      )}
      {standing.later.length > 0 && <span className="text-quiet">, judged by the next run</span>}
    </>
  )
}
