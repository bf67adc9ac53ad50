export { allowsState, ARIA_STATES, type AriaState } from './ariaStates'
export {
  decidingProperties,
  parseReading,
  readingNames,
  READINGS,
  type Reading,
  type ReadingName,
  type ReadingOf,
  type ReadingResult,
} from './catalogue'
export { type Origin, type ReadingDefinition, type ValueKind } from './defineReading'
export { parsePartReference, type PartReference } from './partReference'
export { speaksOf } from './speaksOf'
export { colourIn, readColor } from './color'
export { contrastRatio, over, type Rgba } from './contrast'
export { MATCH_SEPARATOR } from './separator'
export { gap, intersection, isWithin, offset, overlaps, round, type Rect } from './rect'
export { distancesBetween, type Distance } from './distances'
