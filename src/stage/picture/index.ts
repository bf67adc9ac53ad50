export { decodeImages, gatherCases, outlinesOf, spreadCases, spreadFrames, turnSheet, type CasePlace } from './spread'
