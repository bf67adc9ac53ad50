/** Hashes of files, by path. */
export type Manifest = Record<string, string>

export const manifestOf = (paths: readonly string[], hashes: ReadonlyMap<string, string>): Manifest =>
  Object.fromEntries(paths.toSorted().map((path) => [path, hashes.get(path)!]))

export const isSameManifest = (a: Manifest, b: Manifest) =>
  Object.keys(a).length === Object.keys(b).length && Object.entries(a).every(([path, hash]) => b[path] === hash)
