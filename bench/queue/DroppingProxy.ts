import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net'

/** Stands between a client and a server of this machine, and can drop all that goes through it without a word, as a broken network does. */
export class DroppingProxy {
  readonly #sockets = new Set<Socket>()
  #isCut = false

  private constructor(
    private readonly server: Server,
    private readonly port: number,
  ) {
    server.on('connection', (client) => this.join(client))
  }

  /** @param port of the server */
  static async start(port: number): Promise<DroppingProxy> {
    const server = createServer()
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    return new DroppingProxy(server, port)
  }

  get url(): string {
    return `redis://127.0.0.1:${(this.server.address() as AddressInfo).port}`
  }

  private join(client: Socket) {
    const server = connect(this.port, '127.0.0.1')
    for (const [from, to] of [
      [client, server],
      [server, client],
    ] as const) {
      this.#sockets.add(from)
      from.on('data', (bytes) => void (this.#isCut || to.write(bytes)))
      from.on('error', () => {})
      from.on('close', () => {
        this.#sockets.delete(from)
        // The other side hears nothing of it while nothing goes through.
        if (!this.#isCut) to.destroy()
      })
    }
  }

  /** From here on nothing goes through, and nobody is told. */
  cut(): void {
    this.#isCut = true
  }

  /** Connections that lost something are of no use any more: they are ended. New ones go through. */
  heal(): void {
    this.#isCut = false
    for (const socket of this.#sockets) socket.destroy()
  }

  close(): void {
    this.heal()
    this.server.close()
  }
}
