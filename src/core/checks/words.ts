import type { RuleText } from '../edit'
import type { NeededPart } from './defineCheck'

/** Words in which checks are written, short as in a sheet. */
export const NAMED = 'not ""'
export const control = (about: string, ...commonNames: string[]): NeededPart => ({ key: 'control', about, commonNames })
export const expect = (expected: object) => ({ expect: expected })
export const rule = (expected: RuleText['expect']): RuleText => ({ expect: expected })
export const press = (keys: string) => ({ press: keys })
export const focus = (part: string) => ({ focus: part })
export const click = (part: string) => ({ click: part })
