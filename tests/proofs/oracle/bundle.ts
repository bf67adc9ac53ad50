import { join, posix } from 'node:path'
import { build, type Plugin } from 'esbuild'
import type { OracleSheet } from './sheet'

export type Files = ReadonlyMap<string, string>

const home = process.env.BRELT_HOME ?? process.cwd()
const PAGE = join(home, 'tests', 'proofs', 'oracle', 'page')
const LOADERS = { '.tsx': 'tsx', '.ts': 'ts', '.js': 'js', '.css': 'css', '.json': 'json' } as const

const resolveIn = (folder: string, path: string) => posix.normalize(posix.join(folder, path))

/** Serves a library's files to the bundler; packages come from `modules`. */
function filesPlugin(files: Files, modules: string): Plugin {
  return {
    name: 'files',
    setup(on) {
      on.onResolve({ filter: /^files:/ }, ({ path }) => ({ path: path.slice('files:'.length), namespace: 'files' }))
      on.onResolve({ filter: /^\./, namespace: 'files' }, ({ path, importer }) => {
        const whole = resolveIn(posix.dirname(importer), path)
        const found = [whole, ...Object.keys(LOADERS).map((ending) => whole + ending)].find((each) => files.has(each))
        return found ? { path: found, namespace: 'files' } : { errors: [{ text: `no file ${whole}` }] }
      })
      on.onLoad({ filter: /.*/, namespace: 'files' }, ({ path }) => {
        const isModule = path.endsWith('.module.css')
        const ending = posix.extname(path) as keyof typeof LOADERS
        return { contents: files.get(path)!, loader: isModule ? 'local-css' : LOADERS[ending], resolveDir: modules }
      })
    },
  }
}

export interface Bundle {
  script: string
  css: string
}

/** One program for a component's document: its modules, those of what it may hold, and the oracle's page. */
export async function bundle(files: Files, sheets: Iterable<OracleSheet>, modules = home): Promise<Bundle> {
  const used = [...sheets]
  const isReact = used.some(({ source }) => source.kind === 'react')
  const lines = [`import { start } from ${JSON.stringify(join(PAGE, 'entry.ts'))}`]
  if (isReact) {
    lines.push(`import { createElement, useRef, useEffect } from 'react'`)
    lines.push(`import { createRoot } from 'react-dom/client'`)
  }
  const pieces = used.map(({ slug, file, source }, at) => {
    const own = (path: string) => resolveIn(posix.dirname(file), path)
    if (source.kind === 'markup') {
      if (source.script) lines.push(`import script${at} from ${JSON.stringify(`files:${own(source.script)}`)}`)
      const partials = Object.fromEntries([...files].filter(([path]) => path.endsWith('.liquid')))
      return `${JSON.stringify(slug)}: { template: ${JSON.stringify(files.get(own(source.markup!)))}, partials: ${JSON.stringify(partials)}${source.script ? `, script: script${at}` : ''} }`
    }
    const module = JSON.stringify(`files:${own(source.module!)}`)
    if (source.kind === 'element') {
      lines.push(`import ${module}`)
      return `${JSON.stringify(slug)}: {}`
    }
    const name = source.export ?? 'default'
    lines.push(`import { ${name} as component${at} } from ${module}`)
    return `${JSON.stringify(slug)}: { component: component${at} }`
  })
  lines.push(
    `start({ ${pieces.join(', ')} }, ${isReact ? '{ createElement, useRef, useEffect, createRoot }' : 'undefined'})`,
  )
  const { outputFiles } = await build({
    stdin: { contents: lines.join('\n'), resolveDir: modules, loader: 'ts' },
    bundle: true,
    write: false,
    outdir: '/out',
    format: 'esm',
    jsx: 'automatic',
    logLevel: 'silent',
    define: { 'process.env.NODE_ENV': '"production"' },
    alias: { liquidjs: join(home, 'node_modules', 'liquidjs', 'dist', 'liquid.browser.mjs') },
    plugins: [filesPlugin(files, modules)],
  })
  const ending = (end: string) => outputFiles.find(({ path }) => path.endsWith(end))?.text ?? ''
  return { script: ending('.js'), css: ending('.css') }
}
