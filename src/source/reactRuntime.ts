import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { FileTree } from '@/core/sheet'
import { homeFolder } from './home'

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

/** React for a library's components: the one installed in its folder, else Brelt's own. */
export function reactRuntime({ folder }: FileTree): Promise<{ url: string; text: string }> {
  const isOwn = folder !== undefined && existsSync(join(folder, 'node_modules', 'react-dom', 'package.json'))
  const from = isOwn ? folder : homeFolder()
  let runtime = bundled.get(from)
  if (!runtime) {
    runtime = bundleReact(from)
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
  })
  return { url: 'react.js', text: outputFiles[0]!.text }
}
