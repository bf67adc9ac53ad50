/** What the process is asked: to send one style sheet through the team's configuration. */
export interface StyleAsk {
  css: string
  /** Where the sheet stands on disk. */
  from: string
  /** The map of what made this text, if something did. */
  previousMap?: string
}

/** A style sheet as the team's own build makes it. */
export interface BuiltStyles {
  css: string
  /** A source map, whose sources are absolute paths. */
  map: string
  /** Files, and folders of files, that the result depends on. */
  dependencies: string[]
  folders: string[]
}

export type StyleAnswer =
  | { built: BuiltStyles }
  | { fault: { message: string; file?: string | undefined; line?: number | undefined; column?: number | undefined } }
