import { useCallback, useState } from 'react'
import type { Picked } from '@/stage'
import type { Ready } from '../editing'
import { freeName, partOf } from './partNames'

/** What is being pointed at: the element of a part (a new one, where none is named), or the part that a reach is done to. */
export type Pointing = { for: 'part'; part?: string | undefined } | { for: 'reach'; done(part: string): void }

/**
 * Parts are named by pointing at them in the picture.
 * @param onPart called with the part that was named or found; for what it was pointed at
 */
export function usePointing({ sheet, edit }: Ready, onPart: (part: string, pointing: Pointing | undefined) => void) {
  const [pointing, setPointing] = useState<Pointing>()
  /** What was pointed at that has pseudo-elements: one of them may be meant. */
  const [picked, setPicked] = useState<Picked>()
  const take = useCallback(
    (given: Picked, pseudo?: string) => {
      setPointing(undefined)
      setPicked(undefined)
      const known = pointing?.for === 'reach' && !pseudo ? given.part : undefined
      const wanted = pseudo ? pseudo.replace(/^::/, '') : given.name
      const named = pointing?.for === 'part' ? pointing.part : undefined
      const name = known ?? named ?? freeName(wanted, Object.keys(sheet.data.parts))
      if (known === undefined) edit([{ do: 'set', path: ['parts', name], value: partOf(given, pseudo) }])
      onPart(name, pointing)
    },
    [sheet, pointing, edit, onPart],
  )
  const pick = useCallback((given: Picked) => (given.pseudos.length > 0 ? setPicked(given) : take(given)), [take])
  return { pointing, setPointing, picked, setPicked, take, pick }
}
