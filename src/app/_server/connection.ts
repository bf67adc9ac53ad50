import { connect, type Connection } from '@/store'
import { homeFolder } from '@/source'

// The bundler may load a module more than once; a process has one store.
const shared = globalThis as typeof globalThis & { breltConnection?: Promise<Connection> }

/** The server's own connection, opened at the first call. */
export const connection = (): Promise<Connection> => (shared.breltConnection ??= connect(homeFolder()))
