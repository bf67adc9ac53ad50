import { createSocket } from 'node:dgram'
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'

/** Listens on this machine for whatever a component may send, and counts it. */
export interface Listener {
  port: number
  /** What has come so far. */
  counts(): { connections: number; bytes: number; datagrams: number }
  close(): Promise<void>
}

export async function listen(): Promise<Listener> {
  const count = { connections: 0, bytes: 0, datagrams: 0 }
  const server = createServer((socket) => {
    count.connections++
    socket.on('data', (bytes) => {
      count.bytes += bytes.length
      socket.end('HTTP/1.1 200 OK\r\naccess-control-allow-origin: *\r\ncontent-length: 0\r\n\r\n')
    })
    socket.on('error', () => {})
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  const datagrams = createSocket('udp4', () => count.datagrams++)
  await new Promise<void>((done) => datagrams.bind(port, '127.0.0.1', done))
  return {
    port,
    counts: () => ({ ...count }),
    close: async () => {
      await new Promise<void>((done) => datagrams.close(done))
      server.close()
    },
  }
}
