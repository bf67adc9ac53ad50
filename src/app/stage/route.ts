import { stagePage, stageProgram, STAGE_POLICY } from '@/runner'

/** The page in which component code runs: of no origin, without network, able to do nothing but draw and talk through its port. */
export function GET(request: Request) {
  const program = new URL(request.url).searchParams.get('program') === 'live' ? 'live' : 'board'
  return new Response(stagePage(stageProgram(program)), {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': `${STAGE_POLICY}; sandbox allow-scripts; frame-ancestors http://127.0.0.1:* http://localhost:*`,
      'cache-control': 'no-cache',
    },
  })
}
