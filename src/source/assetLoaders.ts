import type { Loader } from 'esbuild'

/** Endings of files that are no code: pictures and fonts. */
export const DATA = ['svg', 'png', 'jpg', 'jpeg', 'webp', 'avif', 'gif', 'woff2', 'woff', 'ttf', 'otf']

/** How files of packages are loaded that are no code. */
export const ASSET_LOADERS: Record<string, Loader> = Object.fromEntries(
  DATA.map((ending) => [`.${ending}`, 'dataurl' as const]),
)
