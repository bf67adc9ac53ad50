/** Where text is written: a stream, or what a test reads. */
export interface Output {
  write(text: string): unknown
  /** Somebody sits there. */
  readonly isTTY?: boolean
}

/** What a command reads and writes: this process's own streams, unless a test gives others. */
export interface Terminal {
  stdout: Output
  stderr: Output
  stdin: NodeJS.ReadableStream & { readonly isTTY?: boolean }
}
