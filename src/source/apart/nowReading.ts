let listener: ((file: string) => void) | undefined

/** Tells which file is being worked on: when that never ends, this is the one. */
export const nowReading = (file: string): void => listener?.(file)

/** Listens to what is being worked on, in place of who listened before. */
export function onReading(next: ((file: string) => void) | undefined): void {
  listener = next
}
