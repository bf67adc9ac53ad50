/** What every answer bears. */
export const COMMON_HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
}

const FRAME_NAMES = ['127.0.0.1', 'localhost', '*.localhost']

/**
 * What a page of the application may do: run our own scripts, ask our own server, hold frames of ours. Nothing holds it.
 * @param nonce stands for this one answer's scripts
 * @param port of this server: frames are loaded from it under names of their own
 */
export const pagePolicy = (nonce: string, port: string, isDev: boolean): string => {
  const frames = FRAME_NAMES.map((name) => `http://${name}${port && `:${port}`}`).join(' ')
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDev ? " 'unsafe-eval'" : ''}`,
    // Editor and primitives put style elements into the page.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    // Whether names under `localhost` are known is found out by asking.
    `connect-src 'self' ${frames}${isDev ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    // A frame that component code sends away from here is not loaded.
    `frame-src 'self' ${frames}`,
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ')
}
