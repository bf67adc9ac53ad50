export {
  allBits,
  bitsOf,
  both,
  countBits,
  either,
  firstBit,
  hasBit,
  isSubset,
  noBits,
  sameBits,
  without,
  type Bits,
} from './bits'
export { coverWith } from './cover'
export { casesIn, gridOf, gridOfCells, weightOf, type Grid, type Region } from './grid'
export { describeSelection, type Description } from './smallest'
