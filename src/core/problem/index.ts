export { nearest } from './nearest'
export { errorSentence } from './errorSentence'
export { BadInput, describeProblem, problemSentence, unknownName, type Place, type Problem } from './problem'
