export { nearest } from './nearest'
export { BadInput, describeProblem, problemSentence, unknownName, type Place, type Problem } from './problem'
