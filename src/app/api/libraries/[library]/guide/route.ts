import { zipSync } from 'fflate'
import { handled, notFound, workspace } from '@/app/_server'
import { publishGuide } from '@/server'
import { findLibrary } from '@/store'

/** The library's guide as a zip of pages that need nothing but themselves. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const { db } = (await workspace()).link
  if (!(await findLibrary(db, library))) return notFound(`library "${library}"`)
  try {
    const files = await publishGuide(await workspace(), library)
    const entries = Object.fromEntries(
      Object.entries(files).map(([path, bytes]) => [`${library}-guide/${path}`, bytes]),
    )
    return new Response(new Uint8Array(zipSync(entries)), {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="${library}-guide.zip"`,
      },
    })
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})
