export {
  namesPart,
  parseReading,
  readingNames,
  READINGS,
  type Origin,
  type Reading,
  type ReadingResult,
  type ValueKind,
} from './catalogue'
export { readColor } from './color'
export { contrastRatio, over, type Rgba } from './contrast'
export { MATCH_SEPARATOR } from './separator'
export { gap, intersection, isWithin, offset, overlaps, round, type Rect } from './rect'
export { distancesBetween, type Distance } from './distances'
