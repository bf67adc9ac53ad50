import type { Survey } from '@/core/survey'
import type { TokenBook } from '@/core/tokens'

/** Which tokens the styles name, and for which properties. */
export function usageOf(
  sheets: readonly { text: string }[],
  tokens: TokenBook,
  contexts: readonly Record<string, string>[],
): Survey['usage'] {
  const paths = new Map(
    contexts.flatMap((context) => tokens.list(context).map(({ path, property }) => [property, path])),
  )
  const used = new Map<string, Survey['usage'][number]>()
  for (const { text } of sheets) {
    for (const [, property, value] of text.matchAll(/([\w-]+)\s*:\s*([^;{}]*var\([^;{}]*)/g)) {
      for (const [, name] of value!.matchAll(/var\(\s*(--[\w-]+)/g)) {
        const path = paths.get(name!) ?? paths.get(name!.replace(/-font(-family|-size|-weight)?$|-line-height$/, ''))
        const named = property!.startsWith('--') ? '' : property!
        if (path) used.set(`${named}|${path}`, { property: named, token: path })
      }
    }
  }
  return [...used.values()]
}
