'use client'

import type { ReactNode } from 'react'
import { fixOf, type Lint } from '@/core/lint'
import type { Proposed } from '@/stage'
import { PaneTabs, type Ready } from '../editing'
import { AboutComponent } from './AboutComponent'
import { Axes } from './Axes'
import { History } from './History'
import { Lints } from './Lints'
import { Parts } from './Parts'
import { Props } from './Props'
import { Slots } from './Slots'
import type { Pointing } from './usePointing'

export type DefinitionTab = 'parts' | 'axes' | 'props' | 'slots' | 'lints' | 'about' | 'history'

export interface DefinitionTabsProps {
  library: string
  slug: string
  ready: Ready
  lints: readonly Lint[]
  /** Each part's number in the picture. */
  numbers: ReadonlyMap<string, number>
  lit: string | undefined
  /** What the picture shows that no part names. */
  proposed: readonly Proposed[]
  onLight(part: string | undefined): void
  onPoint(pointing: Pointing): void
  onShow(lint: Lint): void
  tab: DefinitionTab
  onTab(tab: DefinitionTab): void
}

/** What a component is made of, one kind of thing a tab. */
export function DefinitionTabs(props: DefinitionTabsProps) {
  const { ready, lints, numbers, tab, onTab } = props
  const { axes, data } = ready.sheet
  const labels: [DefinitionTab, string][] = [
    ['parts', `Parts ${numbers.size}`],
    ['axes', `Axes ${axes.length}`],
    ['props', `Props ${Object.keys(data.props).length}`],
    ['slots', `Slots ${Object.keys(data.slots).length}`],
    ['lints', `Lints ${lints.length}`],
    ['about', 'About'],
    ['history', 'Revisions'],
  ]
  return (
    <PaneTabs label="What is defined" tabs={labels} value={tab} onValue={onTab} className="p-3">
      {CONTENT[tab](props)}
    </PaneTabs>
  )
}

/** Whether a word names a tab. */
export const isTab = (word: string): word is DefinitionTab => Object.hasOwn(CONTENT, word)

const CONTENT: Readonly<Record<DefinitionTab, (props: DefinitionTabsProps) => ReactNode>> = {
  parts: ({ ready, numbers, lit, proposed, onLight, onPoint }) => (
    <Parts
      {...{ numbers, onLight, lit, proposed }}
      sheet={ready.sheet}
      defining={ready}
      onPoint={(part) => onPoint({ for: 'part', part })}
    />
  ),
  axes: ({ ready, onPoint }) => (
    <Axes sheet={ready.sheet} defining={ready} onPoint={(done) => onPoint({ for: 'reach', done })} />
  ),
  props: ({ ready }) => <Props sheet={ready.sheet} defining={ready} />,
  slots: ({ ready }) => <Slots sheet={ready.sheet} defining={ready} />,
  lints: ({ ready, lints, onShow }) => (
    <Lints
      lints={lints}
      fixOf={(lint) => fixOf(lint, ready.sheet)}
      onFix={({ edits }) => ready.edit(edits)}
      onShow={onShow}
    />
  ),
  about: ({ ready, library, slug }) => <AboutComponent {...{ ready, library, slug }} />,
  history: ({ ready, library, slug }) => (
    <History definition={ready.definition} library={library} slug={slug} step={ready.step} />
  ),
}
