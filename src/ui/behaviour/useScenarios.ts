import { useMemo } from 'react'
import { addChecks, type CheckKind } from '@/core/checks'
import { readScenarios } from '@/core/scenario'
import type { ScenarioFile } from '@/core/sheet'
import type { StepFile } from '@/core/steps'
import type { Ready } from '../editing'

/** The scenarios of the sheet that is being edited, and how they are changed. */
export function useScenarios({ definition, texts, sheet, preview, change, edit }: Ready) {
  const space = preview?.model?.space
  const { file, contexts } = definition
  const scenarios = useMemo(
    () => (space ? readScenarios(sheet, { data: { contexts } }, space) : []),
    [sheet, space, contexts],
  )
  /** How many the sheet has: what is added has this place. */
  const count = sheet.data.scenarios.length
  const add = (made: ScenarioFile) =>
    edit(
      count > 0
        ? [{ do: 'insert', path: ['scenarios', count], value: made }]
        : [{ do: 'set', path: ['scenarios'], value: [made] }],
    )
  return {
    scenarios,
    count,
    add,
    addNamed: (name: string) => {
      const part = Object.keys(sheet.parts).find((each) => each !== 'host' && each !== 'root') ?? 'root'
      add({ name, steps: [{ click: part }, { expect: { [part]: { visible: true } } }] })
    },
    addReady: (kind: CheckKind, parts: Record<string, string>) =>
      change({ [file]: addChecks(sheet, texts[file] ?? '', kind, parts) }, 'now'),
    remove: (index: number) => edit([{ do: 'remove', path: ['scenarios', index] }]),
    rename: (index: number, name: string) => edit([{ do: 'set', path: ['scenarios', index, 'name'], value: name }]),
    addStep: (index: number, place: number, value: StepFile) =>
      edit([{ do: 'insert', path: ['scenarios', index, 'steps', place], value }]),
    removeStep: (index: number, step: number) => edit([{ do: 'remove', path: ['scenarios', index, 'steps', step] }]),
    moveStep: (index: number, step: number, by: 1 | -1) => {
      const steps = ['scenarios', index, 'steps']
      const value = sheet.data.scenarios[index]!.steps[step]
      edit([
        { do: 'remove', path: [...steps, step] },
        { do: 'insert', path: [...steps, step + by], value },
      ])
    },
  }
}
