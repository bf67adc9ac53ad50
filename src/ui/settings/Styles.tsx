'use client'

import { ArrowUp, X } from 'lucide-react'
import { Choice, IconButton } from '../editing'
import { Group } from './Group'

// No file is called so.
const NONE = ' '

interface StylesProps {
  styles: readonly string[]
  /** Style sheets of the library. */
  files: readonly string[]
  onChange(styles: string[]): void
}

/** Style sheets that every component has around it, in the order of the cascade. */
export function Styles({ styles, files, onChange }: StylesProps) {
  const others = files.filter((file) => !styles.includes(file))
  const up = (at: number) =>
    onChange([...styles.slice(0, at - 1), styles[at]!, styles[at - 1]!, ...styles.slice(at + 1)])
  return (
    <Group title="Shared styles" about="Style sheets that every component has around it, in the order of the cascade.">
      <ol>
        {styles.map((style, at) => (
          <li key={style} className="flex items-center gap-1 border-b border-line py-1" data-style={style}>
            <span className="num min-w-0 flex-1 truncate">{style}</span>
            <IconButton label={`Move ${style} up`} disabled={at === 0} onClick={() => up(at)}>
              <ArrowUp size={12} aria-hidden />
            </IconButton>
            <IconButton label={`Remove ${style}`} onClick={() => onChange(styles.filter((each) => each !== style))}>
              <X size={12} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ol>
      {styles.length === 0 && <p className="text-quiet">There are none.</p>}
      {others.length > 0 && (
        <div className="mt-2">
          <Choice
            key={styles.length}
            label="Add a style sheet"
            value={NONE}
            options={[[NONE, 'Add a style sheet …'], ...others.map((file) => [file, file] as const)]}
            onChoose={(file) => file !== NONE && onChange([...styles, file])}
          />
        </div>
      )}
    </Group>
  )
}
