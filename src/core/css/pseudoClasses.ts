import selectors from 'mdn-data/css/selectors.json' with { type: 'json' }

let known: ReadonlySet<string> | undefined

/** Names of the pseudo-classes of CSS, without colon and brackets. */
export const pseudoClasses = (): ReadonlySet<string> =>
  (known ??= new Set(
    Object.keys(selectors).flatMap((selector) => /^:([a-z][a-z-]*)(\(\))?$/.exec(selector)?.slice(1, 2) ?? []),
  ))
