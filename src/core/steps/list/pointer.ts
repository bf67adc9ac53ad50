import { defineAct, type StepMention } from '../defineStep'
import { readTarget, targetSchema, type TargetFile } from '../target'
import type { StepContext } from '../issue'
import type { Path } from '../../yaml'

const mentions: readonly StepMention[] = [{ at: [], names: 'part' }]

/** A pointer's step that goes to one place. */
const pointed = <const Kind extends string>(kind: Kind, about: string, example: TargetFile) =>
  defineAct({
    kind,
    does: 'input',
    about,
    example,
    schema: targetSchema,
    mentions,
    read: (context: StepContext, given: TargetFile, path: Path) => ({ target: readTarget(context, given, path) }),
  })

export const click = pointed('click', 'Clicks with the mouse, where the part can be hit.', 'header[2]')
export const doubleClick = pointed('double-click', 'Clicks twice with the mouse.', 'title')
export const tap = pointed('tap', 'Taps with a finger.', 'close')
export const hover = pointed('hover', 'Moves the mouse onto a part.', 'trigger')
export const leave = pointed('leave', 'Moves the mouse away from the component.', 'page')
