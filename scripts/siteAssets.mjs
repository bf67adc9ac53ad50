import { readFile } from 'node:fs/promises'
import { dirname, resolve } from 'node:path'
import tailwind from '@tailwindcss/postcss'
import { build } from 'esbuild'
import postcss from 'postcss'
import { browser } from './bundleOptions.mjs'

/** The application's own styles, made by Tailwind as Next.js would, with fonts as files. */
const styles = {
  name: 'styles',
  setup({ onLoad }) {
    onLoad({ filter: /globals\.css$/ }, async ({ path }) => {
      const text = await readFile(path, 'utf8')
      // Fonts name their files from where they stand: the bundler follows them, not Tailwind.
      const fonts = text.split('\n').filter((line) => line.startsWith("@import '@fontsource"))
      const rest = text.split('\n').filter((line) => !fonts.includes(line))
      const { css } = await postcss([tailwind({ optimize: true })]).process(rest.join('\n'), { from: path })
      return { contents: `${fonts.join('\n')}\n${css}`, loader: 'css', resolveDir: dirname(path) }
    })
  },
}

const page = {
  ...browser,
  jsx: 'automatic',
  define: { 'process.env.NODE_ENV': '"production"' },
}

/** What the pages of a published guide share: styles, fonts, and the programs that bring them to life. */
export const bundleSite = () =>
  Promise.all([
    build({
      ...page,
      entryPoints: {
        client: resolve('src/site/client.tsx'),
        search: resolve('src/site/search.ts'),
        scheme: resolve('src/site/scheme.ts'),
      },
      outdir: 'dist/site',
    }),
    build({
      bundle: true,
      minify: true,
      logLevel: 'warning',
      entryPoints: { site: resolve('src/app/globals.css') },
      outdir: 'dist/site',
      plugins: [styles],
      loader: { '.woff2': 'file' },
      assetNames: 'fonts/[name]',
    }),
  ])
