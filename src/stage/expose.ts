/** Calls a function of a program with data: `text` is the JSON of what it is given. */
export type CallByName = (name: string, text: string) => unknown

/**
 * Puts a program's functions where the driver finds them. Code that comes later can neither replace them nor change how what they are
 * given is read.
 */
export function expose<Program extends object>(view: object, name: string, program: Program): void {
  const { parse } = JSON
  const { apply } = Reflect
  const functions = { ...program } as Record<string, (...given: unknown[]) => unknown>
  const call: CallByName = (wanted, text) => apply(functions[wanted]!, undefined, parse(text) as unknown[])
  Object.defineProperty(view, name, { value: Object.freeze({ ...program, call }) })
}
