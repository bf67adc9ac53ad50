'use client'

import { Fragment, type ReactNode } from 'react'
import { keysOf, tokensOf, typeOf } from '@/core/guide'
import { propDefault } from '@/core/plan'
import { Mark, markLabel } from '../marks'
import type { GuideFacts, Standing, Standings } from './facts'

type Tabled = Pick<GuideFacts, 'sheet' | 'rules' | 'scenarios' | 'bench'> & {
  standings: Standings
  /** Where the evidence for a claim is; undefined where there is none to go to. */
  evidence?: (view: 'matrix' | 'behaviour') => string
}

/** A mark of the last run; it leads to its evidence. */
export function Told({ standing, href }: { standing: Standing; href?: string | undefined }) {
  const { mark, isOutdated } = standing
  const words = markLabel(mark, isOutdated)
  const inner = (
    <>
      <Mark kind={mark} isOutdated={isOutdated} />
      <span className="sr-only">{words}</span>
    </>
  )
  return href ? (
    <a href={href} title={`${words}: to the evidence`} className="inline-grid min-h-6 min-w-6 place-items-center">
      {inner}
    </a>
  ) : (
    <span title={words} className="inline-grid min-h-6 min-w-6 place-items-center">
      {inner}
    </span>
  )
}

function Table({ label, heads, rows }: { label: string; heads: readonly string[]; rows: readonly ReactNode[][] }) {
  if (rows.length === 0) return <p className="my-2 text-quiet">{label}: none.</p>
  return (
    <div className="my-3 overflow-x-auto border border-line bg-sheet" role="region" aria-label={label} tabIndex={0}>
      <table className="w-full border-collapse text-left">
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col" className="border-b border-line-strong px-2 py-1 font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((cells, at) => (
            <tr key={at} className="border-b border-line align-top last:border-0">
              {cells.map((cell, place) =>
                place === 1 ? (
                  <th key={place} scope="row" className="num px-2 py-1 font-normal">
                    {cell}
                  </th>
                ) : (
                  <td key={place} className={`px-2 py-1 ${place === 0 ? 'w-8' : ''}`}>
                    {cell}
                  </td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

const code = (value: unknown) => (
  <span className="num break-words">{typeof value === 'string' ? value || '“”' : JSON.stringify(value)}</span>
)

export function PropTable({ sheet, standings, evidence }: Tabled) {
  return (
    <Table
      label="Props"
      heads={['', 'Prop', 'Type', 'Default', 'What it does']}
      rows={Object.entries(sheet.data.props).map(([name, prop]) => {
        const defaultValue = propDefault(prop)
        const only = Object.entries(prop['only-if'] ?? {})
        return [
          <Told key="mark" standing={standings.ofProp(name)} href={evidence?.('matrix')} />,
          name,
          <span key="type" className="num">
            {typeOf(prop)}
          </span>,
          defaultValue === undefined ? (
            <span className="text-quiet">none</span>
          ) : prop.type === 'data' ? (
            <span className="text-quiet">data</span>
          ) : (
            code(defaultValue)
          ),
          <>
            {prop.about}
            {only.length > 0 && (
              <span className="text-quiet">
                {prop.about ? ' ' : ''}Only while{' '}
                {only.map(([of, value]) => `${of} is ${[value].flat().join(' or ')}`).join(', ')}.
              </span>
            )}
          </>,
        ]
      })}
    />
  )
}

export function SlotTable({ sheet, bench }: Tabled) {
  const nameOf = (slug: string) => bench.sheets.find((each) => each.slug === slug)?.name ?? slug
  return (
    <Table
      label="Slots"
      heads={['', 'Slot', 'Accepts', 'Holds', 'What it is for']}
      rows={Object.entries(sheet.data.slots).map(([name, { accepts, text, default: defaultValue, about }]) => [
        '',
        name,
        [...(accepts === 'any' ? ['any component'] : [accepts].flat().map(nameOf)), ...(text ? ['words'] : [])].join(
          ', ',
        ),
        defaultValue === 'none'
          ? 'nothing'
          : typeof defaultValue === 'string'
            ? nameOf(defaultValue)
            : 'text' in defaultValue
              ? `“${defaultValue.text}”`
              : nameOf(defaultValue.component),
        about,
      ])}
    />
  )
}

export function EventTable({ sheet, scenarios, standings, evidence }: Tabled) {
  const proving = (event: string) =>
    scenarios
      .filter(({ steps }) =>
        steps.some((step) => 'expected' in step && step.expected.events.some((each) => each.event === event)),
      )
      .map(({ name }) => name)
  return (
    <Table
      label="Events"
      heads={['', 'Event', 'When', 'Proven by']}
      rows={Object.entries(sheet.data.events).map(([name, event]) => [
        <Told key="mark" standing={standings.ofScenarios(proving(name))} href={evidence?.('behaviour')} />,
        name,
        event?.about,
        proving(name).join('; '),
      ])}
    />
  )
}

export function PartTable({ sheet, standings, evidence }: Tabled) {
  return (
    <Table
      label="Parts"
      heads={['', 'Part', 'Selector']}
      rows={Object.entries(sheet.parts)
        .filter(([name]) => name !== 'host')
        .map(([name, { select, pseudo }]) => [
          <Told key="mark" standing={standings.ofPart(name)} href={evidence?.('matrix')} />,
          name,
          <span key="select" className="num">{`${select ?? ''}${pseudo ?? ''}`}</span>,
        ])}
    />
  )
}

export function KeyTable({ scenarios, standings, evidence }: Tabled) {
  return (
    <Table
      label="Keys"
      heads={['', 'Key', 'Proven by']}
      rows={keysOf(scenarios).map(({ keys, scenarios: names }) => [
        <Told key="mark" standing={standings.ofScenarios(names)} href={evidence?.('behaviour')} />,
        <kbd key="key" className="border border-line-strong px-1">
          {keys}
        </kbd>,
        names.join('; '),
      ])}
    />
  )
}

export function TokenTable({ rules, bench }: Tabled) {
  const values = new Map(bench.tokens[0]?.properties)
  return (
    <Table
      label="Tokens"
      heads={['', 'Token', 'Used by']}
      rows={tokensOf(rules, bench.styledBy).map(({ path, uses, isStyled }) => {
        const colour = bench.colours.find((each) => each.path === path)
        return [
          colour ? (
            <span
              key="swatch"
              aria-hidden
              className="block size-4 border border-line-strong"
              style={{ background: values.get(colour.property) }}
            />
          ) : (
            ''
          ),
          path,
          [...(isStyled ? ['its styles'] : []), ...uses].map((use, at) => (
            <Fragment key={use}>
              {at > 0 && ', '}
              <span className={at === 0 && isStyled ? '' : 'num'}>{use}</span>
            </Fragment>
          )),
        ]
      })}
    />
  )
}
