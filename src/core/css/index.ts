export { declares, isInherited } from './declares'
export { isProperty, propertyNames } from './properties'
export { isReset, longhandsOf, physical, SHORTHANDS } from './shorthands'
