// A process of its own, in which a repository's PostCSS configuration runs: it is the team's code, and may do anything.
import { createRequire } from 'node:module'
import { dirname } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { AcceptedPlugin, CssSyntaxError, Message, Postcss, ProcessOptions } from 'postcss'
import ownPostcss from 'postcss'
import { serveWork } from '../apart'
import type { BuiltStyles, StyleAnswer, StyleAsk } from './protocol'

const config = process.argv[2]!
const require = createRequire(config)

type Loaded = { plugins: AcceptedPlugin[]; options: ProcessOptions }

async function load(): Promise<Loaded> {
  const { default: loadConfig } = await import('postcss-load-config')
  try {
    return await loadConfig({ env: 'production' }, dirname(config))
  } catch (error) {
    const named = await namedPlugins()
    if (named) return { plugins: named, options: {} }
    throw error
  }
}

/** Plugins that are given as a list of names, or of names with options, as some frameworks take them. */
async function namedPlugins(): Promise<AcceptedPlugin[] | undefined> {
  if (!/\.[cm]?js$/.test(config)) return undefined
  const { default: given } = (await import(pathToFileURL(config).href)) as { default: { plugins?: unknown } }
  if (!Array.isArray(given.plugins)) return undefined
  return Promise.all(
    given.plugins.filter(Boolean).map(async (entry: unknown) => {
      const [name, options] = Array.isArray(entry) ? (entry as [unknown, unknown]) : [entry, undefined]
      if (typeof name !== 'string') return name as AcceptedPlugin
      const loaded = (await import(pathToFileURL(require.resolve(name)).href)) as { default: unknown }
      return (loaded.default as (options: unknown) => AcceptedPlugin)(options)
    }),
  )
}

/** The repository's own PostCSS, whose version its plugins were made for; else Brelt's. */
function postcssOf(): Postcss {
  try {
    return require('postcss') as Postcss
  } catch {
    return ownPostcss
  }
}

let loaded: Promise<Loaded> | undefined

async function build({ css, from, previousMap }: StyleAsk): Promise<BuiltStyles> {
  const { plugins, options } = await (loaded ??= load())
  const result = await postcssOf()(plugins).process(css, {
    ...options,
    from,
    to: from,
    map: { inline: false, annotation: false, absolute: true, ...(previousMap !== undefined && { prev: previousMap }) },
  })
  const told = (type: string, key: string) =>
    result.messages.flatMap((message: Message) => (message.type === type ? [String(message[key])] : []))
  return {
    css: result.css,
    map: JSON.stringify(result.map),
    dependencies: told('dependency', 'file'),
    folders: told('dir-dependency', 'dir'),
  }
}

function faultOf(error: CssSyntaxError): StyleAnswer {
  const { reason, message, file, line, column } = error
  return { fault: { message: reason ?? message ?? String(error), file, line, column } }
}

serveWork((ask: StyleAsk): Promise<StyleAnswer> => build(ask).then((built) => ({ built }), faultOf))
