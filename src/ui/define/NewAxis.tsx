'use client'

import { useState } from 'react'
import type { Sheet } from '@/core/sheet'
import { Choice, NewName, type Defining } from '../editing'
import { newAxisEdits, SHAPES, type AxisShape } from './newAxisEdits'

/** Makes an axis: of a prop, of a slot, or a state of its own. */
export function NewAxis({ taken, sheet, edit }: { taken: readonly string[]; sheet: Sheet; edit: Defining['edit'] }) {
  const [shape, setShape] = useState<AxisShape>('choice')
  return (
    <div className="mb-4 flex items-center gap-1 border-t border-line-strong pt-2">
      <NewName
        label="Name of a new axis"
        placeholder="New axis"
        taken={taken}
        onAdd={(name) => edit(newAxisEdits(sheet, name, shape))}
      />
      <Choice
        label="Kind of the new axis"
        value={shape}
        options={SHAPES}
        onChoose={(next) => setShape(next as AxisShape)}
      />
    </div>
  )
}
