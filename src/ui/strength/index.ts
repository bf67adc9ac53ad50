export { LibraryStrength, type LibraryStrengthProps } from './LibraryStrength'
export { useStrength } from './useStrength'
export { strengthView } from './view'
