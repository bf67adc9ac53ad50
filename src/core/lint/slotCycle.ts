import { fillingOf, othersOf, SlotCycle } from '../plan'
import { makeLint, type Lint, type LintSubject } from './lint'

/** `slot-cycle`: what a sheet puts into a slot leads back to itself. */
export function* slotCycle({ sheet, library }: LintSubject): Generator<Lint> {
  const others = othersOf(library.sheets)
  for (const [name, slot] of Object.entries(sheet.data.slots)) {
    try {
      fillingOf(sheet, name, slot.default, others, 'own')
    } catch (error) {
      if (!(error instanceof SlotCycle)) continue // an unknown component: a lint of its own
      const message = `What fills the slot "${name}" leads back to itself: ${error.path.join(' → ')}. Leave one of these slots empty.`
      yield makeLint('slot-cycle', sheet.source.atKey(['slots', name]), message)
    }
  }
}
