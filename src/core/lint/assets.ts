import { defineLint, type Fault } from './defineLint'
import { inNamedStyles } from './namedStyles'
import { referencesIn } from './references'

/** Whether a reference in CSS leads to a server, by an address or from its root: the stage has none. */
export const isOnServer = (reference: string): boolean => /^(https?:)?\/\/|^\//i.test(reference)

function* askedOfServers(css: string, file: string): Generator<Fault> {
  const asked = referencesIn(css).filter(({ value }) => isOnServer(value))
  const [first] = asked
  if (!first) return
  const others = asked.length > 1 ? ` and ${asked.length - 1} more` : ''
  yield {
    at: { file, line: first.line },
    message: `"${first.value}"${others} would come from a server, which Brelt does not ask: what is read may differ from what people see. Keep the file in the library or in a package.`,
  }
}

export const assetNotLoaded = defineLint({
  code: 'asset-not-loaded',
  severity: 'warning',
  about: 'A style sheet asks a server for fonts, pictures or other sheets, which Brelt does not ask.',
  find: inNamedStyles(askedOfServers),
})
