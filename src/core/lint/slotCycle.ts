import { fillingOf, othersOf, SlotCycle } from '../plan'
import { defineLint, type Fault, type SheetSubject } from './defineLint'

function* cycles({ sheet, library }: SheetSubject): Generator<Fault> {
  const others = othersOf(library.sheets)
  for (const [name, slot] of Object.entries(sheet.data.slots)) {
    try {
      fillingOf(sheet, name, slot.default, others, 'own')
    } catch (error) {
      if (!(error instanceof SlotCycle)) continue // an unknown component: a lint of its own
      const message = `What fills the slot "${name}" leads back to itself: ${error.path.join(' → ')}. Leave one of these slots empty.`
      yield { at: sheet.source.atKey(['slots', name]), message }
    }
  }
}

export const slotCycle = defineLint({
  code: 'slot-cycle',
  severity: 'error',
  about: 'What fills a slot leads back to the component itself.',
  find: { sheet: cycles },
})
