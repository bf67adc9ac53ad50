/** Makes what waits for a task of a page's event loop, after all that waits there. Taken before component code can replace its ground. */
export function pageTask({ MessageChannel }: Window & typeof globalThis): () => Promise<void> {
  return () =>
    new Promise<void>((done) => {
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => {
        port1.close()
        done()
      }
      port2.postMessage(0)
    })
}
