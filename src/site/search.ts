import type { SearchEntry } from '@/core/guide'

const known = globalThis as typeof globalThis & { breltSearch?: SearchEntry[] }
const field = document.querySelector<HTMLInputElement>('#search')!
const found = document.querySelector<HTMLElement>('#found')!
const MOST = 40

// What can be found is loaded when somebody is about to search. A page that is opened from a folder may load scripts only.
field.addEventListener(
  'focus',
  () => {
    const script = document.createElement('script')
    script.src = 'data/search.js'
    script.onload = search
    document.head.append(script)
  },
  { once: true },
)
field.addEventListener('input', search)

function search() {
  const { breltSearch } = known
  if (!breltSearch) return
  const words = field.value.toLowerCase().split(/\s+/).filter(Boolean)
  const hits =
    words.length === 0
      ? []
      : breltSearch.filter(({ text }) => words.every((word) => text.toLowerCase().includes(word))).slice(0, MOST)
  const groups = new Map<string, SearchEntry[]>()
  for (const hit of hits) groups.set(hit.where, [...(groups.get(hit.where) ?? []), hit])
  found.replaceChildren(...[...groups].map(([where, own]) => groupOf(where, own)))
  document.querySelector('#count')!.textContent =
    words.length === 0
      ? ''
      : hits.length === 0
        ? 'Nothing found.'
        : `${hits.length === MOST ? 'The first ' : ''}${hits.length} found`
}

/** What was found of one component, or of the tokens. */
function groupOf(where: string, hits: readonly SearchEntry[]): HTMLElement {
  const group = document.createElement('li')
  group.className = 'mt-2'
  const head = document.createElement('strong')
  head.textContent = where
  const list = document.createElement('ul')
  list.append(...hits.map(itemOf))
  group.append(head, list)
  return group
}

function itemOf({ kind, text, slug }: SearchEntry): HTMLElement {
  const item = document.createElement('li')
  item.className = 'grid grid-cols-[5rem_minmax(0,1fr)] gap-2 py-0.5'
  const note = document.createElement('span')
  note.textContent = kind
  note.className = 'text-quiet'
  const link = document.createElement('a')
  link.href = `${slug}.html`
  link.textContent = text.length > 140 ? `${text.slice(0, 140)}…` : text
  link.className = 'underline'
  item.append(note, link)
  return item
}
