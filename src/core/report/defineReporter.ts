import type { Report } from './reportSchema'

/** How a text is emphasised; without colour the texts stay as they are. */
export interface Paint {
  miss(text: string): string
  warn(text: string): string
  good(text: string): string
  dim(text: string): string
  strong(text: string): string
}

/** A form in which a run is reported. The command line's choices and the reference in `docs/` follow from it. */
export interface Reporter<Format extends string = string> {
  format: Format
  /** One sentence for the reference. */
  about: string
  /** The whole report as a text that ends with a new line. */
  write(report: Report, paint: Paint): string
}

/** Defines a form of reports. */
export const defineReporter = <const Format extends string>(reporter: Reporter<Format>): Reporter<Format> => reporter
