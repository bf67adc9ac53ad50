import { handled, notFound, workspace } from '@/app/_server'
import { exportTokens, TOKEN_FORMATS, type TokenFormat } from '@/core/tokens'

const TYPES: Record<TokenFormat, string> = {
  css: 'text/css',
  scss: 'text/x-scss',
  ts: 'text/plain',
  json: 'application/json',
}

/** A library's tokens for others to use: `?format=css`. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const opened = await (await workspace()).open(library)
  const format = TOKEN_FORMATS.find((each) => each === new URL(request.url).searchParams.get('format'))
  if (!opened || !format) return notFound(opened ? 'such format' : `library "${library}"`)
  const name = format === 'json' ? `${library}.tokens.json` : `${library}-tokens.${format}`
  return new Response(exportTokens(opened.tokens, format), {
    headers: {
      'content-type': `${TYPES[format]}; charset=utf-8`,
      'content-disposition': `attachment; filename="${name}"`,
    },
  })
})
