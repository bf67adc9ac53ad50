/** How our programs are bundled that run in a browser. */
export const browser = {
  bundle: true,
  platform: 'browser',
  format: 'iife',
  target: 'es2023',
  minify: true,
  legalComments: 'none',
  logLevel: 'warning',
}

/** How our programs are bundled that run in Node with the packages they need. */
export const nodeWithPackages = {
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // Of Node 20 since 20.10.
  supported: { 'import-attributes': true },
  mainFields: ['module', 'main'],
  // As one file, since it reads tables beside itself otherwise.
  alias: { 'css-tree': './node_modules/css-tree/dist/csstree.esm.js' },
  // Packages of the older kind ask for Node's own modules by this.
  banner: {
    js: "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);",
  },
  splitting: true,
  logLevel: 'warning',
}
