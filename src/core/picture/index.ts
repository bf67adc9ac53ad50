export { approve, PictureLost, type Approval, type ApprovalHost, type Approved, type FileChanges } from './approve'
export { causeKey, causeText, explain, type Cause, type Explanation, type TraitChange } from './causes'
export { comparePictures, type Comparison, type Difference, type PictureTolerance } from './compare'
export { groupPictures, type PictureGroup } from './groupPictures'
export { inkBounds, type Ink } from './inkBounds'
export { judgeAgain, referenceOf } from './judgeAgain'
export { packResults, unpackResults, type PackedPictures } from './packResults'
export { packOnSheet, type PackedSheet } from './packOnSheet'
export {
  cropped,
  isEqual,
  onOneGround,
  wordsOf,
  type PixelBox,
  type Pixels,
  type PlacedPixels,
  type Point,
} from './Pixels'
export {
  filesOf,
  indexPath,
  isReferenceFile,
  picturePath,
  placeOf,
  printReferences,
  readReferences,
  REFERENCES,
  referencesSchema,
  traitsPath,
  withReference,
  type ReferenceEntry,
  type ReferenceIndex,
} from './references'
export { isChanged, isOpen, type PictureResult, type PictureVerdict } from './results'
export { parseTraits, printTraits, type Trait, type TraitLine, type TraitsOf } from './traits'
