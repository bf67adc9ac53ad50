const ENDINGS = ['', '.tsx', '.ts', '.jsx', '.js', '.mjs', '/index.tsx', '/index.ts', '/index.js']

/** The file that an import without its ending means; the bundler and those who read code agree on it. */
export const moduleFile = (path: string, exists: (path: string) => boolean): string | undefined =>
  ENDINGS.map((ending) => path + ending).find(exists)
