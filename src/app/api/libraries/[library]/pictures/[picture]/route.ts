import { handled, notFound, workspace } from '@/app/_server'
import { pictureBytes } from '@/server'

type Params = { params: Promise<{ library: string; picture: string }> }

/** A picture by its name, as PNG. What has a name never changes. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library, picture } = await params
  const bytes = /^[0-9a-f]{64}$/.test(picture) ? await pictureBytes(await workspace(), library, picture) : undefined
  if (!bytes) return notFound(`picture "${picture}"`)
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
