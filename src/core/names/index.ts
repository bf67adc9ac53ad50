export { described } from './described'
export { contextValue, filePath, jsonValue, kebabName, oneOrMore, valueName } from './names'
