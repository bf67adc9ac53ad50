import type { SearchEntry } from '@/core/guide'

const { breltSearch } = globalThis as typeof globalThis & { breltSearch: SearchEntry[] }
const field = document.querySelector<HTMLInputElement>('#search')!
const found = document.querySelector<HTMLElement>('#found')!
const MOST = 40

field.addEventListener('input', () => {
  const words = field.value.toLowerCase().split(/\s+/).filter(Boolean)
  const hits =
    words.length === 0
      ? []
      : breltSearch.filter(({ text }) => words.every((word) => text.toLowerCase().includes(word))).slice(0, MOST)
  found.replaceChildren(
    ...hits.map(({ kind, text, where, slug }) => {
      const item = document.createElement('li')
      const link = document.createElement('a')
      link.href = `${slug}.html`
      link.textContent = text.length > 140 ? `${text.slice(0, 140)}…` : text
      link.className = 'underline'
      const note = document.createElement('span')
      note.textContent = ` ${kind} of ${where}`
      note.className = 'text-quiet'
      item.append(link, note)
      return item
    }),
  )
  document.querySelector('#count')!.textContent =
    words.length === 0
      ? ''
      : hits.length === 0
        ? 'Nothing found.'
        : `${hits.length === MOST ? 'The first ' : ''}${hits.length} found`
})
