export { described } from './described'
export { contextValue, filePath, jsonValue, kebabName, oneOrMore, readStartName, startName, valueName } from './names'
