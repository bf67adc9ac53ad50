import { relative, sep } from 'node:path'

/** A file on disk as a path of the library: `components/a.tsx`, or `../../node_modules/…` for what lies outside. */
export const libraryPath = (folder: string, file: string): string => relative(folder, file).split(sep).join('/')
