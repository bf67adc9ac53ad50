'use client'

import { Tabs } from 'radix-ui'
import { useCallback, useMemo, useState } from 'react'
import { makeCase } from '@/core/matrix'
import { fixOf, type Lint } from '@/core/lint'
import { lintInventory, type Inventory, type Picked } from '@/stage'
import { useKeys, ViewHead, type Findable, type ViewProps } from '../frame'
import { AllCases } from './AllCases'
import { Axes } from './Axes'
import { Choice, Editing, EditingBar, type Ready } from '../editing'
import { History } from './History'
import { Lints } from './Lints'
import { freeName, partOf, Parts } from './Parts'
import { Picture } from './Picture'
import { Props } from './Props'
import { PseudoChoice } from './PseudoChoice'
import { Slots } from './Slots'
import { Source } from './Source'

/** The view in which a component is made and changed. */
export const Define = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <DefineOf {...props} ready={ready} />}
  </Editing>
)

/** What is being pointed at: the element of a part (a new one, where none is named), or the part that a reach is done to. */
type Pointing = { for: 'part'; part?: string } | { for: 'reach'; done(part: string): void }

function DefineOf({ library, slug, ready }: ViewProps & { ready: Ready }) {
  const { definition, texts, sheet, preview, problems, change, edit, save, step } = ready
  const [lit, setLit] = useState<string>()
  const [tab, setTab] = useState('parts')
  const [open, setOpen] = useState('')
  const [goTo, setGoTo] = useState<{ line: number }>()
  const [pointing, setPointing] = useState<Pointing>()
  const [picked, setPicked] = useState<Picked>()
  const [held, setHeld] = useState<Record<string, string>>({})
  const [isAll, setAll] = useState(false)
  const model = preview?.model
  const [inventory, setCensus] = useState<Inventory>()
  const lints = useMemo(
    () => [
      ...(preview?.lints ?? []),
      ...(sheet && model && inventory ? lintInventory(sheet, model.component, inventory) : []),
    ],
    [preview, inventory, sheet, model],
  )

  const numbers = useMemo(
    () => new Map(Object.keys(sheet?.data.parts ?? {}).map((name, at) => [name, at + 1])),
    [sheet],
  )
  const theCase = useMemo(() => {
    if (!model) return undefined
    const values = Object.fromEntries(
      model.space.dimensions.map(({ name, default: defaultValue, values: all }) => [
        name,
        held[name] && all.includes(held[name]) ? held[name] : defaultValue,
      ]),
    )
    return makeCase(values, model.space)
  }, [model, held])
  const take = useCallback(
    (given: Picked, pseudo?: string) => {
      if (!sheet) return
      setPointing(undefined)
      setPicked(undefined)
      const known = pointing?.for === 'reach' && !pseudo ? given.part : undefined
      const wanted = pseudo ? pseudo.replace(/^::/, '') : given.name
      const name =
        known ??
        (pointing?.for === 'part' ? pointing.part : undefined) ??
        freeName(wanted, Object.keys(sheet.data.parts))
      if (known === undefined) edit([{ do: 'set', path: ['parts', name], value: partOf(given, pseudo) }])
      setLit(name)
      if (pointing?.for === 'reach') pointing.done(name)
      else setTab('parts')
    },
    [sheet, pointing, edit],
  )
  const onPick = useCallback((given: Picked) => (given.pseudos.length > 0 ? setPicked(given) : take(given)), [take])
  const show = (lint: Lint) => {
    setOpen(lint.file)
    setGoTo({ line: lint.line })
  }
  useKeys({
    p: () => setPointing(pointing === undefined ? { for: 'part' } : undefined),
  })
  const findables = useCallback(
    (): Findable[] =>
      Object.keys(sheet?.data.parts ?? {}).map((name) => ({
        kind: 'part',
        label: name,
        detail: sheet!.parts[name]!.select ?? '',
        go: () => {
          setTab('parts')
          setLit(name)
        },
      })),
    [sheet],
  )
  const axes = model?.space.dimensions ?? []
  return (
    <>
      <ViewHead findables={findables} revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, define</h1>
      <EditingBar defining={ready}>
        {!isAll &&
          axes.map(({ name, values, default: defaultValue }) => (
            <label key={name} className="inline-flex items-center gap-1 text-quiet">
              {name}
              <Choice
                label={`Show ${name}`}
                value={held[name] && values.includes(held[name]) ? held[name] : defaultValue}
                options={values.map((value) => [value, value])}
                onChoose={(value) => setHeld({ ...held, [name]: value })}
              />
            </label>
          ))}
        <button type="button" className="control" aria-pressed={isAll} onClick={() => setAll(!isAll)}>
          All cases
        </button>
      </EditingBar>
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(380px,36%)] grid-rows-[minmax(0,44%)_minmax(0,1fr)]">
        <section aria-label="Picture" className="relative border-r border-b border-line">
          {model && theCase && !isAll && (
            <Picture
              model={model}
              theCase={theCase}
              {...(lit !== undefined && { lit })}
              onLight={setLit}
              numbers={numbers}
              isPicking={pointing !== undefined}
              onPicking={(is) => setPointing(is ? { for: 'part' } : undefined)}
              onPick={onPick}
              onCensus={setCensus}
            />
          )}
          {model && isAll && <AllCases model={model} />}
          {!model && (
            <p className="p-4 text-quiet">
              {problems.length > 0 ? 'Nothing to show yet. Errors are marked in the source below.' : 'Loading …'}
            </p>
          )}
          {picked && (
            <PseudoChoice
              picked={picked}
              onTake={(pseudo) => take(picked, pseudo)}
              onClose={() => setPicked(undefined)}
            />
          )}
        </section>
        <section aria-label="Definition" className="row-span-2 min-h-0 bg-sheet">
          <Tabs.Root value={tab} onValueChange={setTab} className="flex h-full min-h-0 flex-col">
            <Tabs.List aria-label="What is defined" className="flex border-b border-line bg-paper">
              {[
                ['parts', `Parts ${numbers.size}`],
                ['axes', `Axes ${sheet.axes.length}`],
                ['props', `Props ${Object.keys(sheet.data.props).length}`],
                ['slots', `Slots ${Object.keys(sheet.data.slots).length}`],
                ['lints', `Lints ${lints.length}`],
                ['history', 'Revisions'],
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
            <Tabs.Content value={tab} className="min-h-0 flex-1 overflow-auto p-3" tabIndex={-1}>
              {tab === 'parts' && (
                <Parts
                  {...{ sheet, defining: ready, numbers, onLight: setLit, ...(lit !== undefined && { lit }) }}
                  onPoint={(part) => setPointing({ for: 'part', ...(part !== undefined && { part }) })}
                />
              )}
              {tab === 'axes' && (
                <Axes sheet={sheet} defining={ready} onPoint={(done) => setPointing({ for: 'reach', done })} />
              )}
              {tab === 'props' && <Props sheet={sheet} defining={ready} />}
              {tab === 'slots' && <Slots sheet={sheet} defining={ready} />}
              {tab === 'lints' && (
                <Lints
                  lints={lints}
                  fixOf={(lint) => fixOf(lint, sheet)}
                  onFix={({ edits }) => edit(edits)}
                  onShow={show}
                />
              )}
              {tab === 'history' && <History definition={definition} library={library.id} slug={slug} step={step} />}
            </Tabs.Content>
          </Tabs.Root>
        </section>
        <section aria-label="Source" className="min-h-0 border-r border-line">
          <Source
            texts={texts}
            file={definition.file}
            open={open}
            onOpen={(path) => {
              setGoTo(undefined)
              setOpen(path)
            }}
            sheet={sheet}
            problems={problems}
            lints={lints}
            onType={(path, text) => change({ [path]: text }, 'later')}
            onSave={() => save()}
            {...(goTo && { goTo })}
          />
        </section>
      </main>
    </>
  )
}
