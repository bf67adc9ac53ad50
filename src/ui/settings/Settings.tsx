'use client'

import { Redo2, Undo2 } from 'lucide-react'
import type { LibraryFacts, LibrarySettings } from '@/contract'
import { Alarm, IconButton, NotYet, TextField } from '../editing'
import { TitleBlock, undoKeys, useKeys } from '../frame'
import { RunProvider } from '../live'
import { Contexts } from './Contexts'
import { Group, Row } from './Group'
import { Styles } from './Styles'
import { useSettings, type Change } from './useSettings'

export interface SettingsProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
}

/** What a library says of all its components: in which contexts, window and styles they stand, and how exactly they are read. */
export const Settings = (props: SettingsProps) => (
  <RunProvider library={props.library.id}>
    <div className="flex min-h-dvh flex-col">
      <Workplace {...props} />
    </div>
  </RunProvider>
)

const KEYS = [['u or Ctrl Z, r or Ctrl Shift Z', 'Undo, redo']] as const

function Workplace({ library, libraries }: SettingsProps) {
  const { settings, error, problem, set, step } = useSettings(library.id)
  const [undo, redo] = [settings?.undo, settings?.redo]
  useKeys(
    undoKeys(
      () => undo !== undefined && step('undo'),
      () => redo !== undefined && step('redo'),
    ),
  )
  return (
    <>
      <TitleBlock page="settings" library={library} libraries={libraries} keys={KEYS} />
      <Alarm text={problem} />
      {settings ? (
        <main className="w-full max-w-3xl p-4">
          <div className="mb-3 flex items-center gap-1">
            <h1 className="text-[1.125rem] font-semibold">Settings of {settings.name}</h1>
            <span className="ml-auto flex">
              <IconButton
                label={`Undo${undo ? `: ${undo}` : ''}`}
                disabled={undo === undefined}
                onClick={() => step('undo')}
              >
                <Undo2 size={14} aria-hidden />
              </IconButton>
              <IconButton
                label={`Redo${redo ? `: ${redo}` : ''}`}
                disabled={redo === undefined}
                onClick={() => step('redo')}
              >
                <Redo2 size={14} aria-hidden />
              </IconButton>
            </span>
          </div>
          <Fields settings={settings} set={set} />
          <p className="mt-4 text-quiet">
            All of it stands in library.yaml. Components are read anew where it changes.
          </p>
        </main>
      ) : (
        <NotYet error={error} />
      )}
    </>
  )
}

interface Part {
  settings: LibrarySettings
  set(to: Change): void
}

interface FigureGroup {
  title: string
  about: string
  key: 'viewport' | 'tolerance'
  figures: readonly (readonly [label: string, name: string, unit: string])[]
}

const FIGURES: readonly FigureGroup[] = [
  {
    title: 'Window',
    about: 'The window in which cases are rendered.',
    key: 'viewport',
    figures: [
      ['Width', 'width', 'px'],
      ['Height', 'height', 'px'],
      ['Scale', 'scale', 'device pixels to a CSS pixel'],
    ],
  },
  {
    title: 'Tolerance',
    about: 'How far a reading may be from what is expected.',
    key: 'tolerance',
    figures: [
      ['Lengths', 'length', 'px'],
      ['Colours', 'colour', 'steps of each 8-bit channel'],
      ['Numbers', 'number', ''],
    ],
  },
]

const Fields = ({ settings, set }: Part) => (
  <>
    <Group title="Library">
      <Row label="Name">
        <TextField
          label="Name"
          value={settings.name}
          className="w-full"
          onDone={(name) => set({ name })}
          check={isSaid}
        />
      </Row>
      <Row label="About">
        <TextField label="About" value={settings.about} className="w-full" onDone={(about) => set({ about })} />
      </Row>
    </Group>
    <Contexts contexts={settings.contexts} uses={settings.contextUses} onChange={(contexts) => set({ contexts })} />
    {FIGURES.map(({ title, about, key, figures }) => (
      <Group key={key} title={title} about={about}>
        {figures.map(([label, name, unit]) => (
          <Figure
            key={name}
            {...{ label, unit }}
            value={(settings[key] as Record<string, number>)[name]!}
            onDone={(value) => set({ [key]: { ...settings[key], [name]: value } })}
          />
        ))}
      </Group>
    ))}
    <Styles styles={settings.styles} files={settings.styleFiles} onChange={(styles) => set({ styles })} />
  </>
)

const isSaid = (text: string) => (text.trim() === '' ? 'It needs a name' : undefined)

const Figure = ({
  label,
  unit,
  value,
  onDone,
}: {
  label: string
  unit: string
  value: number
  onDone(value: number): void
}) => (
  <Row label={label}>
    <span className="flex items-center gap-2">
      <TextField
        label={label}
        value={String(value)}
        className="num w-24"
        inputMode="decimal"
        check={(text) => (/^\d*\.?\d+$/.test(text.trim()) ? undefined : 'It is a number, 0 or more')}
        onDone={(text) => onDone(Number(text))}
      />
      <span className="text-quiet">{unit}</span>
    </span>
  </Row>
)
