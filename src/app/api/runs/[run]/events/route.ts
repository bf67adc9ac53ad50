import { handled, notFound, workspace } from '@/app/_server'

/** A run as it goes on, as server-sent events, from where it stands to its end. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ run: string }> }) => {
  const { run } = await params
  const { runs } = await workspace()
  const encoder = new TextEncoder()
  let stopListening: (() => void) | undefined
  let isKnown = true
  const stream = new ReadableStream({
    start: (controller) => {
      const close = () => {
        stopListening?.()
        try {
          controller.close()
        } catch {
          // the reader has gone first
        }
      }
      stopListening = runs.listen(run, (event) => {
        controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`))
        if (event.type === 'end') queueMicrotask(close)
      })
      isKnown = stopListening !== undefined
      request.signal.addEventListener('abort', close)
    },
    cancel: () => stopListening?.(),
  })
  if (!isKnown) return notFound(`run "${run}" going on`)
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' },
  })
})
