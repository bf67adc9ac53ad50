import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { searchEntries } from '@/core/guide'
import { resolvePath, textOf } from '@/core/sheet'

/** All that can be found in a library: names, and every word of its sheets and guides. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library: id } = await params
  const opened = await (await workspace()).open(id)
  if (!opened) return notFound(`library "${id}"`)
  const { tree } = opened.library
  return answer(
    ROUTES.search,
    opened.sheets.flatMap((sheet) => {
      const path = sheet.data.guide === undefined ? undefined : resolvePath(sheet.file, sheet.data.guide)
      return searchEntries(sheet, path === undefined ? undefined : textOf(tree, path))
    }),
  )
})
