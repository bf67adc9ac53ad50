'use client'

import { useMemo, useState, type ReactNode } from 'react'
import { openBench, printAddress } from '@/core/bench'
import { examplesOf, type Directive, type Example } from '@/core/guide'
import { defaultCase, type Case } from '@/core/matrix'
import { othersOf, settingsOf } from '@/core/plan'
import { BenchFrame, contextFor } from '../bench'
import { contextOf, stageCase } from '../board'
import { Picture } from '../define'
import { useStable } from '../hooks'
import { caseWith, type GuideFacts, type Standings } from './facts'
import { Showing, type Shown } from './Showing'
import { EventTable, KeyTable, PartTable, PropTable, SlotTable, Told, TokenTable } from './Tables'

export interface BlockTools {
  facts: GuideFacts
  standings: Standings
  bench: ReactNode
  evidence?: (view: 'matrix' | 'behaviour') => string
}

/** What one directive shows. What it names is there: that has been checked. */
export function DirectiveBlock({ directive, ...tools }: BlockTools & { directive: Directive }) {
  const { facts, standings, bench, evidence } = tools
  const { name, values, word, text } = directive
  const tabled = { ...facts, standings, ...(evidence && { evidence }) }
  switch (name) {
    case 'bench':
      return <div id="bench">{bench}</div>
    case 'case':
      return <Cases tools={tools} label="A case" cases={[named(facts, values)]} />
    case 'matrix':
      return <Grid tools={tools} values={values} />
    case 'states':
      return <States tools={tools} />
    case 'examples':
      return examplesOf(facts.sheet).map((example) => <Preset key={example.name} tools={tools} example={example} />)
    case 'example':
      return <Preset tools={tools} example={examplesOf(facts.sheet).find((each) => each.name === word)!} />
    case 'do':
    case 'dont':
      return (
        <div className={`border-t-2 ${name === 'do' ? 'border-ink' : 'border-miss'}`} data-advice={name}>
          <p className="py-1">
            <strong className={name === 'do' ? '' : 'text-miss'}>{name === 'do' ? 'Do. ' : 'Don’t. '}</strong>
            {text}
          </p>
          {Object.keys(values).length > 0 && <Cases tools={tools} label={text} cases={[named(facts, values)]} />}
        </div>
      )
    case 'anatomy':
      return <Anatomy facts={facts} />
    case 'parts':
      return <PartTable {...tabled} />
    case 'props':
      return <PropTable {...tabled} />
    case 'slots':
      return <SlotTable {...tabled} />
    case 'events':
      return <EventTable {...tabled} />
    case 'keys':
      return <KeyTable {...tabled} />
    case 'tokens':
      return <TokenTable {...tabled} />
  }
}

interface Captioned {
  theCase: Case
  caption: string
}

/** A case that is named by what differs in it. */
const named = ({ space }: GuideFacts, values: Directive['values']): Captioned => ({
  theCase: caseWith(space, values),
  caption: Object.entries(values)
    .map(([name, value]) => `${name} ${value}`)
    .join(', '),
})

/** Cases of the matrix, live, each with the mark of the last run. */
function Cases({
  tools: { facts, standings, evidence },
  cases,
  label,
  columns,
}: {
  tools: BlockTools
  cases: readonly Captioned[]
  label: string
  columns?: number
}) {
  const { board } = facts
  // A case is the same as long as its key is.
  const same = useStable(cases, cases.map(({ theCase }) => theCase.key).join())
  const href = evidence?.('matrix')
  const items = useMemo(
    () =>
      same.map(({ theCase, caption }): Shown => ({
        staged: stageCase(board, theCase),
        caption: (
          <>
            <Told standing={standings.ofCase(theCase)} href={href} />
            <span className="truncate">{caption}</span>
          </>
        ),
      })),
    [board, standings, same, href],
  )
  const context = board.contexts[contextOf(board.contexts, cases[0]?.theCase.values ?? {})]!
  return (
    <Showing model={board} context={context} items={items} label={label} {...(columns !== undefined && { columns })} />
  )
}

function Grid({ tools, values }: { tools: BlockTools; values: Directive['values'] }) {
  const { space, sheet } = tools.facts
  const { rows, columns, ...fixed } = values
  const [first, second] = sheet.axes
  const downName = rows ?? first?.name
  const acrossName = columns ?? (rows === undefined ? second?.name : undefined)
  const valuesOf = (name: string | undefined) =>
    space.dimensions.find((each) => each.name === name)?.values ?? [undefined]
  const across = valuesOf(acrossName)
  const cases = valuesOf(downName).flatMap((row) =>
    across.map((column): Captioned => {
      const given = {
        ...fixed,
        ...(downName !== undefined && row !== undefined && { [downName]: row }),
        ...(acrossName !== undefined && column !== undefined && { [acrossName]: column }),
      }
      return { theCase: caseWith(space, given), caption: [row, column].filter(Boolean).join(', ') }
    }),
  )
  return (
    <Cases tools={tools} cases={cases} columns={across.length} label={`${downName ?? ''} and ${acrossName ?? ''}`} />
  )
}

/** Each axis by itself: all of its values, everything else as usual. */
function States({ tools }: { tools: BlockTools }) {
  const { sheet, space, board } = tools.facts
  const others = othersOf(board.nested)
  return sheet.axes.map((axis) => {
    const cases = axis.values.map((value) => ({ theCase: caseWith(space, { [axis.name]: value }), caption: value }))
    const shown = cases.filter(({ theCase }) => settingsOf(sheet, theCase.values, others).steps.length === 0)
    const acted = cases.filter((each) => !shown.includes(each))
    return (
      <section key={axis.name} aria-label={`Values of ${axis.name}`}>
        <h3 className="mt-2 font-semibold">{axis.name}</h3>
        <Cases tools={tools} cases={shown} label={`Values of ${axis.name}`} />
        {acted.length > 0 && (
          <p className="text-quiet">
            Reached by interaction: {acted.map(({ caption }) => caption).join(', ')}. See its scenarios.
          </p>
        )}
      </section>
    )
  })
}

const PRESET_HEIGHT = 200
const PRESET_WINDOW = 300

/** An example: live, to be acted on, and a way of taking it to the bench. */
function Preset({ tools: { facts }, example }: { tools: BlockTools; example: Example }) {
  const { bench, board } = facts
  const { name, about, setting } = example
  const opened = useMemo(() => {
    try {
      return openBench(new Map(bench.sheets.map((each) => [each.slug, each])), bench.slug, setting)
    } catch (error) {
      return { problem: (error as Error).message }
    }
  }, [bench, setting])
  const context = useMemo(() => contextFor(bench, {}), [bench])
  return (
    <figure className="my-3 border border-line bg-sheet" data-example={name}>
      {'problem' in opened ? (
        <p role="alert" className="p-2 text-miss">
          {opened.problem}
        </p>
      ) : (
        <BenchFrame
          model={bench}
          settings={opened.settings}
          context={context}
          label={`Example: ${name}`}
          height={board.component.isolated ? PRESET_WINDOW : PRESET_HEIGHT}
        />
      )}
      <figcaption className="flex flex-wrap items-baseline gap-2 border-t border-line px-2 py-1">
        <strong className="font-semibold">{name}</strong>
        <span className="text-quiet">{about}</span>
        <a
          className="ml-auto underline"
          href={`#${printAddress(setting)}`}
          onClick={() => document.getElementById('bench')?.scrollIntoView({ block: 'start' })}
        >
          Open in the bench
        </a>
      </figcaption>
    </figure>
  )
}

function Anatomy({ facts: { board, sheet, space } }: { facts: GuideFacts }) {
  const names = useMemo(() => Object.keys(sheet.parts).filter((each) => each !== 'host' && each !== 'root'), [sheet])
  const numbers = useMemo(() => new Map(names.map((each, at) => [each, at + 1])), [names])
  const theCase = useMemo(() => defaultCase(space), [space])
  const [lit, setLit] = useState<string>()
  return (
    <figure className="my-3 grid grid-cols-[minmax(0,1fr)] border border-line bg-sheet md:grid-cols-[minmax(0,1fr)_220px]">
      <div style={{ height: board.component.isolated ? PRESET_WINDOW : PRESET_HEIGHT + 40 }}>
        <Picture model={board} theCase={theCase} onLight={setLit} numbers={numbers} lit={lit} />
      </div>
      <ol className="border-line p-2 md:border-l">
        {names.map((each) => (
          <li
            key={each}
            className={`flex gap-2 ${each === lit ? 'bg-pick' : ''}`}
            onPointerEnter={() => setLit(each)}
            onPointerLeave={() => setLit(undefined)}
          >
            <span className="num w-5 text-right text-quiet">{numbers.get(each)}</span> {each}
          </li>
        ))}
      </ol>
    </figure>
  )
}
