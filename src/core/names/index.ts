export { contextValue, filePath, kebabName, oneOrMore, valueName } from './names'
