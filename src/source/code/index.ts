export { codePropsOf } from './codeProps'
export { readManifest, type ManifestElement } from './readManifest'
export { readTsx } from './readTsx'
export { readerOf } from './readerOf'
