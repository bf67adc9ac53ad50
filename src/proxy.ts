import { randomBytes } from 'node:crypto'
import { NextResponse, type NextRequest } from 'next/server'
import { askingOf, refusalOf } from '@/app/_server/guard'
import { COMMON_HEADERS, pagePolicy } from '@/app/_server/pageHeaders'

// Routes of data ask the same themselves (`handled`): a body that passes through here loses all but its first 10 MB.
export const config = {
  matcher: [
    '/((?!api/).*)',
    {
      source: '/api/:path*',
      missing: [
        { type: 'header', key: 'content-length' },
        { type: 'header', key: 'transfer-encoding' },
      ],
    },
  ],
}

/** Stands before all pages and their files: who may ask, and what a page may do. */
export function proxy(request: NextRequest): Response {
  const refusal = refusalOf(askingOf(request))
  if (refusal !== undefined) return refuse(refusal, 403)
  const { pathname } = request.nextUrl
  if (!isReadable(pathname)) return refuse(`The address ${pathname} holds an escape that stands for nothing.`, 400)
  const sharing = pathname === '/stage' ? 'cross-origin' : 'same-origin'
  // The stage has a stricter policy of its own.
  if (/^\/(api|stage|_next)(\/|$)/.test(pathname)) return withHeaders(NextResponse.next(), sharing)
  const nonce = randomBytes(16).toString('base64')
  const policy = pagePolicy(nonce, request.nextUrl.port, process.env.NODE_ENV === 'development')
  // The framework takes the nonce for its own scripts from the request.
  const headers = new Headers(request.headers)
  headers.set('content-security-policy', policy)
  headers.set('x-nonce', nonce)
  const response = withHeaders(NextResponse.next({ request: { headers } }), sharing)
  response.headers.set('content-security-policy', policy)
  response.headers.set('x-frame-options', 'DENY')
  return response
}

const refuse = (problem: string, status: number) => Response.json({ problem }, { status, headers: COMMON_HEADERS })

/** Whether all escapes of a path stand for something. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path)
    return true
  } catch {
    return false
  }
}

/** @param sharing who may take it as a part of a page */
function withHeaders(response: NextResponse, sharing: string): NextResponse {
  for (const [name, value] of Object.entries({ ...COMMON_HEADERS, 'cross-origin-resource-policy': sharing }))
    response.headers.set(name, value)
  return response
}
