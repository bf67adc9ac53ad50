import { ACCESSIBILITY } from './accessibility'
import { BOX } from './box'
import { COLOUR_PARTS } from './colourParts'
import { contrast } from './contrast'
import { DOCUMENT } from './document'
import { MOVEMENT } from './movement'
import { PRESENCE } from './presence'
import { RELATIONS } from './relations'
import { TARGET } from './target'
import { TEXT } from './text'

/** Every reading but the CSS properties, in the order in which they are offered. */
export const DEFINITIONS = [
  ...BOX,
  ...RELATIONS,
  ...MOVEMENT,
  ...PRESENCE,
  ...DOCUMENT,
  ...TEXT,
  contrast,
  ...COLOUR_PARTS,
  ...TARGET,
  ...ACCESSIBILITY,
] as const
