import { expect, test } from '@jest/globals'
import { stepTargets } from './libraryEdits'

type Entry = { id: number; kind: 'edit' | 'undo' | 'redo'; ofId?: number }
const edit = (id: number): Entry => ({ id, kind: 'edit' })
const undo = (id: number, ofId: number): Entry => ({ id, kind: 'undo', ofId })
const redo = (id: number, ofId: number): Entry => ({ id, kind: 'redo', ofId })

test.each<[string, Entry[], { undo?: number; redo?: number }]>([
  ['nothing', [], {}],
  ['an edit', [edit(1)], { undo: 1 }],
  ['an edit taken back', [edit(1), undo(2, 1)], { redo: 1 }],
  ['and done again', [edit(1), undo(2, 1), redo(3, 1)], { undo: 1 }],
  ['two taken back', [edit(1), edit(2), undo(3, 2), undo(4, 1)], { redo: 1 }],
  ['one of two taken back', [edit(1), edit(2), undo(3, 2)], { undo: 1, redo: 2 }],
  ['a new edit forgets what was taken back', [edit(1), undo(2, 1), edit(3)], { undo: 3 }],
])('after %s', (_, history, wanted) => expect(stepTargets(history)).toEqual(wanted))
