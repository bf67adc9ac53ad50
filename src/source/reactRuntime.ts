import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import type { FileTree } from '@/core/sheet'
import { homeFolder } from './home'
import { folderAbove, isPlugged } from './PackageReach'

const PROGRAM = `
import React from 'react'
import JsxRuntime from 'react/jsx-runtime'
import JsxDevRuntime from 'react/jsx-dev-runtime'
import ReactDom from 'react-dom'
import Client from 'react-dom/client'
export const modules = {
  react: React, 'react/jsx-runtime': JsxRuntime, 'react/jsx-dev-runtime': JsxDevRuntime,
  'react-dom': ReactDom, 'react-dom/client': Client,
}
export const runtime = {
  createElement: React.createElement, useRef: React.useRef, useLayoutEffect: React.useLayoutEffect,
  createRoot: Client.createRoot, flushSync: ReactDom.flushSync,
}
`

const bundled = new Map<string, Promise<{ url: string; text: string }>>()

/** The nearest folder, from one upwards, in which React is installed. */
const folderWithReact = (folder: string) =>
  isPlugged(folder)
    ? folder
    : folderAbove(folder, (at) => existsSync(join(at, 'node_modules', 'react-dom', 'package.json')))

/** React for a library's components: the one installed in its folder or above it, else Brelt's own. */
export function reactRuntime({ folder }: FileTree): Promise<{ url: string; text: string }> {
  const from = folder === undefined ? homeFolder() : (folderWithReact(resolve(folder)) ?? homeFolder())
  let runtime = bundled.get(from)
  if (!runtime) {
    // Where packages stand in archives, only looking them up tells whether there is React.
    runtime = bundleReact(from).catch((error: unknown) =>
      from === homeFolder() ? Promise.reject(error as Error) : bundleReact(homeFolder()),
    )
    bundled.set(from, runtime)
    // What failed once may be installed by the next time.
    runtime.catch(() => bundled.delete(from))
  }
  return runtime
}

async function bundleReact(resolveDir: string) {
  const { build } = await import('esbuild')
  const { outputFiles } = await build({
    stdin: { contents: PROGRAM, resolveDir },
    bundle: true,
    write: false,
    format: 'esm',
    target: 'es2023',
    minify: true,
    legalComments: 'none',
    logLevel: 'silent',
    define: { 'process.env.NODE_ENV': '"production"' },
    // React delays by a timer what suspended rendering has brought, to spare people flicker: a stage has its own idea of time.
    banner: { js: 'const setTimeout = globalThis.breltReactTimeout ?? globalThis.setTimeout;' },
  })
  return { url: 'react.js', text: outputFiles[0]!.text }
}
