'use client'

import { useCallback, useMemo, useState } from 'react'
import { notShownLive } from '@/core/contexts'
import type { Lint } from '@/core/lint'
import { lintInventory, type Inventory, type Proposed } from '@/stage'
import { Doubt, Ground, GroundChoice, groundColour } from '../board'
import { Editing, EditingBar, Source, type Ready } from '../editing'
import { Panes, useKeys, ViewHead, type ViewProps } from '../frame'
import { useAsked } from '../hooks'
import { AllCases } from './AllCases'
import { CaseChoice } from './CaseChoice'
import { FileTools } from './FileTools'
import { DefinitionTabs, isTab, type DefinitionTab } from './DefinitionTabs'
import { Picture, type PictureProps } from './Picture'
import { PseudoChoice } from './PseudoChoice'
import { useHeldCase } from './useHeldCase'
import { usePointing, type Pointing } from './usePointing'

/** The view in which a component is made and changed. */
export const Define = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <DefineOf {...props} ready={ready} />}
  </Editing>
)

function DefineOf({ library, slug, query, ready }: ViewProps & { ready: Ready }) {
  const { definition, sheet, preview } = ready
  const { lit, setLit, tab, setTab, show } = useShown(query)
  const place = usePlace()
  const [isAll, setAll] = useState(false)
  const [ground, setGround] = useState<string>()
  const model = preview?.model
  const { lints, proposed, ...seen } = useSeen(ready)
  const numbers = useMemo(() => new Map(Object.keys(sheet.data.parts).map((name, at) => [name, at + 1])), [sheet])
  const { theCase, axes, hold } = useHeldCase(model?.space)
  const pointing = usePointing(ready, usePointed(show, setLit))
  useKeys({ p: () => setPicking(pointing, pointing.pointing === undefined) })
  return (
    <>
      <ViewHead revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, define</h1>
      <EditingBar defining={ready}>
        {!isAll && <CaseChoice axes={axes} hold={hold} />}
        {model && <GroundChoice colours={model.colours} path={ground} onChoose={setGround} />}
        <button type="button" className="control" aria-pressed={isAll} onClick={() => setAll(!isAll)}>
          All cases
        </button>
      </EditingBar>
      <Panes
        grid="md:grid-cols-[minmax(0,1fr)_minmax(380px,36%)] md:grid-rows-[minmax(0,44%)_minmax(0,1fr)]"
        names={['Picture', 'Definition', 'Source']}
        shown={place.pane}
        onShown={place.setPane}
      >
        <section aria-label="Picture" className="relative border-r border-b border-line">
          <Ground value={groundColour(model?.colours ?? [], ground)}>
            <Shown {...{ ready, isAll, theCase, lit, numbers, pointing, ...seen }} onLight={setLit} />
          </Ground>
        </section>
        <section aria-label="Definition" className="row-span-2 min-h-0 bg-sheet">
          <DefinitionTabs
            {...{ slug, ready, lints, numbers, lit, tab, proposed }}
            library={library.id}
            onLight={setLit}
            onPoint={(at) => {
              pointing.setPointing(at)
              if (at) place.setPane('Picture')
            }}
            onShow={place.goTo}
            onTab={setTab}
          />
        </section>
        <section aria-label="Source" className="min-h-0 border-r border-line">
          <SourceOf {...{ slug, ready, lints }} library={library.id} open={place.open} onOpen={place.openFile} />
        </section>
      </Panes>
    </>
  )
}

/** What the picture tells of the component: lints that only it shows, and what could be parts. */
function useSeen({ preview, sheet }: Ready) {
  const [proposed, onProposed] = useState<readonly Proposed[]>([])
  const [inventory, onInventory] = useState<Inventory>()
  const model = preview?.model
  const lints = useMemo(
    () => [...(preview?.lints ?? []), ...(model && inventory ? lintInventory(sheet, model.component, inventory) : [])],
    [preview, inventory, sheet, model],
  )
  return { lints, proposed, onProposed, onInventory }
}

/** Which tab is open, and which part is lit. */
function useShown(query: string) {
  const [lit, setLit] = useState<string>()
  const [tab, setTab] = useState<DefinitionTab>('parts')
  const show = useCallback((part: string) => {
    setTab('parts')
    setLit(part)
  }, [])
  useAsked(query, 'part', show)
  useAsked(query, 'tab', (asked) => isTab(asked) && setTab(asked))
  return { lit, setLit, tab, setTab, show }
}

/** Which file is open and where, and which pane a narrow window shows. */
function usePlace() {
  const [open, setOpen] = useState<{ file: string; goTo?: { line: number } }>({ file: '' })
  const [pane, setPane] = useState('Picture')
  const goTo = ({ file, line }: Lint) => {
    setOpen({ file, goTo: { line } })
    setPane('Source')
  }
  return { open, openFile: (file: string) => setOpen({ file }), pane, setPane, goTo }
}

type Place = ReturnType<typeof usePlace>

interface SourceOfProps {
  library: string
  slug: string
  ready: Ready
  lints: readonly Lint[]
  open: Place['open']
  onOpen: Place['openFile']
}

const SourceOf = ({ library, slug, ready, lints, open, onOpen }: SourceOfProps) => (
  <Source
    texts={ready.texts}
    sheet={ready.sheet}
    problems={ready.problems}
    file={ready.definition.file}
    {...{ lints, onOpen }}
    open={open.file}
    onType={(path, text) => ready.change({ [path]: text }, 'later')}
    onSave={() => ready.save()}
    goTo={open.goTo}
    tools={(path) => <FileTools {...{ library, slug, ready, onOpen }} open={path} />}
  />
)

type PointingAt = ReturnType<typeof usePointing>

const setPicking = ({ setPointing }: PointingAt, is: boolean) => setPointing(is ? { for: 'part' } : undefined)

interface ShownProps extends Pick<PictureProps, 'lit' | 'numbers' | 'onLight' | 'onInventory' | 'onProposed'> {
  ready: Ready
  /** All cases instead of one. */
  isAll: boolean
  theCase: PictureProps['theCase'] | undefined
  pointing: PointingAt
}

/** The component as it is defined: one case with its parts, or all cases. */
function Shown({ ready, isAll, theCase, lit, numbers, pointing, ...told }: ShownProps) {
  const { preview, problems } = ready
  const model = preview?.model
  return (
    <>
      {theCase && !isAll && <Doubt text={notShownLive(theCase.values)} className="absolute inset-x-0 top-0 z-10" />}
      {model && theCase && !isAll && (
        <Picture
          {...{ model, theCase, lit, numbers, isPicking: pointing.pointing !== undefined }}
          {...told}
          onPicking={(is) => setPicking(pointing, is)}
          onPick={pointing.pick}
        />
      )}
      {model && isAll && <AllCases model={model} />}
      {!model && (
        <p className="p-4 text-quiet">
          {problems.length > 0 ? 'Nothing to show yet. Errors are marked in the source below.' : 'Loading …'}
        </p>
      )}
      {pointing.picked && (
        <PseudoChoice
          picked={pointing.picked}
          onTake={(pseudo) => pointing.take(pointing.picked!, pseudo)}
          onClose={() => pointing.setPicked(undefined)}
        />
      )}
    </>
  )
}

/** What is pointed at in the picture goes to whoever asked for it; else its part is shown. */
const usePointed = (show: (part: string) => void, setLit: (part: string) => void) =>
  useCallback(
    (part: string, at: Pointing | undefined) => {
      if (at?.for !== 'reach') return show(part)
      setLit(part)
      at.done(part)
    },
    [show, setLit],
  )
