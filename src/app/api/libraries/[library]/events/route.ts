import type { LibraryEvent } from '@/contract'
import { handled, notFound, workspace } from '@/app/_server'

/** A library's changes as they happen, as server-sent events. The first tells how it stands. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const space = await workspace()
  // What changes while it is looked up comes after how it stood then: nobody may miss it.
  const meanwhile: LibraryEvent[] = []
  let tell: (event: LibraryEvent) => void = (event) => meanwhile.push(event)
  const stop = space.events.listen(library, (event) => tell(event))
  const opened = await space.open(library).catch((error: unknown) => {
    stop()
    throw error
  })
  if (!opened) {
    stop()
    return notFound(`library "${library}"`)
  }
  const encoder = new TextEncoder()
  const stream = new ReadableStream({
    start: (controller) => {
      tell = (event) => controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`))
      const { fingerprint, components } = opened.record
      tell({ fingerprint, components, ...space.links.problemOf(library) })
      for (const event of meanwhile) tell(event)
      request.signal.addEventListener('abort', () => {
        stop()
        try {
          controller.close()
        } catch {
          // the reader has gone first
        }
      })
    },
    cancel: () => stop(),
  })
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
  })
})
