import { transformSync } from 'esbuild'

/** Jest runs TypeScript as it stands: types are judged by `npm run typecheck`, not here. */
export default {
  process(text, path) {
    const loader = path.endsWith('x') ? 'tsx' : 'ts'
    return transformSync(text, {
      loader,
      format: 'esm',
      target: 'node20',
      jsx: 'automatic',
      // Node asks for what kind a JSON module is.
      supported: { 'import-attributes': true },
      sourcemap: 'inline',
      sourcefile: path,
    })
  },
}
