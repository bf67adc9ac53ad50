/** A case as it is told: the only one of a component has no key. */
export const caseName = (key: string): string => key || 'the only case'

/** A case in a few words: its values, without what they are of. */
export const caseValues = (key: string): string =>
  key === ''
    ? 'the only case'
    : key
        .split(/[,@]/)
        .map((each) => each.slice(each.indexOf('=') + 1))
        .join(' · ')
