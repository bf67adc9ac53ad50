import { inert, inertIn } from '../words'
import type { FilmStrip } from './filmStrip'
import type { Report } from './reportSchema'

/** How a text is emphasised; without colour the texts stay as they are. */
export interface Paint {
  miss(text: string): string
  warn(text: string): string
  good(text: string): string
  dim(text: string): string
  strong(text: string): string
}

/** What reports tell besides what was found. */
export interface ReportHelp {
  /** What a lint is about, in one sentence. */
  lint(code: string): string | undefined
  /** A picture by its name, as an address that needs nothing else; undefined where it is not known, or would make the report too large. */
  picture?(name: string): string | undefined
  /** The picture of the first of some cases of a component that has one, as such an address. */
  pictureOf?(slug: string, cases: readonly string[]): string | undefined
  /** What a scenario of a component looked like as it was performed. */
  film?(slug: string, scenario: string): FilmStrip | undefined
}

/** A form in which a run is reported. The command line's choices and the reference in `docs/` follow from it. */
export interface Reporter<Format extends string = string> {
  format: Format
  /** One sentence for the reference. */
  about: string
  /** People read it line by line: no text of the report may begin a line of its own. */
  isLines?: true
  /** The whole report as a text that ends with a new line. */
  write(report: Report, paint: Paint, help: ReportHelp): string
}

/** Defines a form of reports, in which what the library’s files and code say only shows, and acts on nobody who prints it. */
export const defineReporter = <const Format extends string>(reporter: Reporter<Format>): Reporter<Format> => ({
  ...reporter,
  write: (report, paint, help) =>
    reporter.isLines ? reporter.write(inertIn(report), paint, help) : inert(reporter.write(report, paint, help)),
})
