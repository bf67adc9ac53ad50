/** Where text is written: a stream, or what a test reads. */
export interface Output {
  write(text: string): unknown
  /** Somebody sits there. */
  readonly isTTY?: boolean
}

/** Where foreign text only shows. */
export interface SafeOutput extends Output {
  /** Writes what is our own, with the codes that move the cursor. */
  own(text: string): unknown
  /** Writes data that a program reads: as it is, unless somebody sits there. */
  exact(data: string): unknown
}

/** What a command reads and writes: this process's own streams, unless a test gives others. */
export interface Terminal<Written extends Output = SafeOutput> {
  stdout: Written
  stderr: Written
  stdin: NodeJS.ReadableStream & { readonly isTTY?: boolean }
}
