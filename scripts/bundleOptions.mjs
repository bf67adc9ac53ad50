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
