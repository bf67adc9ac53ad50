import { ACCESSIBILITY } from './accessibility'
import { BOX } from './box'
import { contrast } from './contrast'
import { DOCUMENT } from './document'
import { PRESENCE } from './presence'
import { RELATIONS } from './relations'
import { TARGET } from './target'
import { TEXT } from './text'

/** Every reading but the CSS properties, in the order in which they are offered. */
export const DEFINITIONS = [
  ...BOX,
  ...RELATIONS,
  ...PRESENCE,
  ...DOCUMENT,
  ...TEXT,
  contrast,
  ...TARGET,
  ...ACCESSIBILITY,
] as const
