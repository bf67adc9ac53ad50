import { renderToString } from 'react-dom/server'
import type { ComponentState } from '@/contract'
import { checkGuide, pageEntries, readGuide, searchEntries, type SearchEntry } from '@/core/guide'
import { libraryPages, linksOf, linkTarget, pageProblems, type LibraryPage, type LinkPlaces } from '@/core/pages'
import type { Problem } from '@/core/problem'
import { kindOf, resolvePath, textOf, type Library, type Sheet } from '@/core/sheet'
import { tokenContexts, type Token } from '@/core/tokens'
import { benchModelOf, boardModelOf, type Readable } from '@/models'
import type { Face } from '@/runner'
import { siteAssets } from './assets'
import { Foundations } from './Foundations'
import { facePath } from './facePath'
import { Overview } from './Overview'
import type { PageData } from './PageData'
import { LibraryPageView } from './LibraryPageView'
import { escapeHtml, printPage, type Shell } from './shell'
import { SitePage } from './SitePage'

/** A published guide: its files by path, and what in the guides is wrong. */
export interface Site {
  files: Map<string, string | Uint8Array>
  problems: Problem[]
}

/** What the pages say of the last run. */
export interface Verdicts {
  states: ReadonlyMap<string, ComponentState>
  /** The end of each page, in words. */
  foot: string
  /** Pictures of components, by slug. */
  faces: ReadonlyMap<string, Face>
}

/** Makes the pages of a library's guide. @param onPage called with the name of each as it is made */
export async function makeSite(readable: Readable, verdicts: Verdicts, onPage?: (name: string) => void): Promise<Site> {
  const { library, tokens } = readable
  const sheets = library.sheets.filter(({ data }) => kindOf(data.source).isRendered)
  const files = siteAssets()
  const problems: Problem[] = []
  const pages = libraryPages(library)
  const hasTokens = tokens.list({}).length > 0
  const nav: Shell['nav'] = [
    ...(pages.length > 0 ? [['index.html#pages', 'Pages'] as const] : []),
    ...(sheets.length > 0 ? [['index.html#components', 'Components'] as const] : []),
    ...(hasTokens ? [['foundations.html', 'Foundations'] as const] : []),
  ]
  const shell = { library: library.data.name, foot: verdicts.foot, nav }
  for (const [at, sheet] of sheets.entries()) {
    onPage?.(sheet.data.name)
    problems.push(...(await addComponent(files, readable, sheets, at, verdicts, shell)))
  }
  problems.push(...addPages(files, library, pages, sheets, shell))
  const entries = [
    ...pages.flatMap(pageEntries),
    ...sheets.flatMap((sheet) => searchEntries(sheet, guideText(readable, sheet)?.text)),
    ...tokens.list({}).map(tokenEntry),
  ]
  for (const [slug, { webp }] of verdicts.faces) files.set(facePath(slug), webp)
  files.set('data/search.js', data('breltSearch', entries))
  files.set(
    'index.html',
    printPage({
      ...shell,
      title: library.data.name,
      body: renderToString(
        <Overview
          {...{ pages, sheets }}
          name={library.data.name}
          about={library.data.about}
          states={verdicts.states}
          faces={verdicts.faces}
        />,
      ),
      scripts: ['assets/search.js'],
    }),
  )
  if (hasTokens) files.set('foundations.html', foundations(tokens, shell))
  return { files, problems }
}

const tokenEntry = ({ path, css }: Token): SearchEntry => ({
  kind: 'token',
  text: `${path}: ${css.slice(0, 80)}`,
  where: 'Foundations',
  slug: 'foundations',
})

const data = (name: string, value: unknown) => `${name}=${JSON.stringify(value).replaceAll('<', '\\u003c')}`

type Around = Pick<Shell, 'library' | 'foot' | 'nav'>

/** Writes the page of a component. @returns what is wrong with it: where it cannot be shown, it has none */
async function addComponent(
  files: Site['files'],
  readable: Readable,
  sheets: readonly Sheet[],
  at: number,
  { states, faces }: Verdicts,
  shell: Around,
): Promise<Problem[]> {
  const sheet = sheets[at]!
  const made = await pageDataOf(readable, sheet, sheets, states)
  if ('problems' in made) return made.problems
  const page: PageData = { ...made, ...neighbours(sheets, at) }
  files.set(`data/${sheet.slug}.js`, data('breltPage', page))
  files.set(
    `${sheet.slug}.html`,
    printPage({
      ...shell,
      title: `${sheet.data.name} · ${shell.library}`,
      body: renderToString(<SitePage data={page} />),
      still: stillOf(sheet, faces.get(sheet.slug)),
      scripts: [`data/${sheet.slug}.js`, 'assets/client.js'],
    }),
  )
  return guideProblems(sheet, made, readable.library.data.contexts)
}

/** What a page without scripts shows in place of live cases. */
const stillOf = ({ slug, data: { name } }: Sheet, face: Face | undefined) =>
  face &&
  renderToString(<img src={facePath(slug)} width={face.width} height={face.height} alt={`${name} as by default`} />)

const foundations = (tokens: Readable['tokens'], shell: Around) =>
  printPage({
    ...shell,
    title: `Foundations · ${escapeHtml(shell.library)}`,
    body: renderToString(<Foundations tokens={tokens} contexts={tokenContexts(tokens)} />),
    scripts: [],
  })

/** Writes the library's own pages, and the files that they lead to. @returns links that lead nowhere */
function addPages(
  files: Site['files'],
  library: Library,
  pages: readonly LibraryPage[],
  sheets: readonly Sheet[],
  shell: Around,
): Problem[] {
  const places: LinkPlaces = {
    pages,
    components: sheets.map(({ slug }) => slug),
    files: library.tree.paths,
  }
  for (const page of pages) {
    files.set(
      `${page.name}.html`,
      printPage({
        ...shell,
        title: `${page.title} · ${library.data.name}`,
        body: renderToString(<LibraryPageView page={page} places={places} />),
        scripts: [],
      }),
    )
    for (const { href } of linksOf(page)) {
      const target = linkTarget(page, href, places)
      const bytes = target.to === 'file' ? library.tree.bytes(target.path) : undefined
      if (target.to === 'file' && bytes) files.set(`files/${target.path}`, bytes)
    }
  }
  return pageProblems(places)
}

function guideText({ library }: Pick<Readable, 'library'>, { file, data }: Sheet) {
  const path = data.guide === undefined ? undefined : resolvePath(file, data.guide)
  const text = path === undefined ? undefined : textOf(library.tree, path)
  return path !== undefined && text !== undefined ? { path, text } : undefined
}

async function pageDataOf(
  readable: Readable,
  sheet: Sheet,
  sheets: readonly Sheet[],
  states: ReadonlyMap<string, ComponentState>,
): Promise<PageData | { problems: Problem[] }> {
  const { library } = readable
  const board = await boardModelOf(readable, sheet)
  if ('problems' in board) return board
  const bench = await benchModelOf(readable, sheet.slug)
  if ('problem' in bench) return { problems: [{ file: sheet.file, line: 1, column: 1, message: bench.problem }] }
  const state = states.get(sheet.slug)
  const guide = guideText(readable, sheet)
  return {
    file: sheet.file,
    text: textOf(library.tree, sheet.file)!,
    ...(guide && { guide: guide.text }),
    board: board.model,
    // Nobody is there to compile further components.
    bench: { ...bench.model, others: [] },
    ...(state && { state }),
    contexts: library.data.contexts,
    components: sheets.map(({ slug }) => slug),
  }
}

function guideProblems(sheet: Sheet, page: PageData, contexts: PageData['contexts']): Problem[] {
  if (page.guide === undefined) return []
  const file = resolvePath(sheet.file, sheet.data.guide!)!
  return checkGuide(readGuide(page.guide), sheet, { contexts, components: page.components }).map(
    ({ line, message }) => ({
      file,
      line,
      column: 1,
      message,
    }),
  )
}

function neighbours(sheets: readonly Sheet[], at: number): Pick<PageData, 'previous' | 'next'> {
  const [previous, next] = [sheets[at - 1], sheets[at + 1]].map(
    (sheet) => sheet && { name: sheet.data.name, href: `${sheet.slug}.html` },
  )
  return { ...(previous && { previous }), ...(next && { next }) }
}
