import type { Path } from '../yaml'
import type { StepContext } from './issue'

/** Tells what is wrong with the value of a context. */
export function checkContext(
  contexts: StepContext['contexts'],
  name: string,
  value: string,
  path: Path,
  issue: StepContext['issue'],
): void {
  const known = contexts[name]
  if (!known)
    issue({
      code: 'unknown-axis',
      path,
      message: `no context "${name}"`,
      name: { what: 'context', found: name, known: Object.keys(contexts) },
    })
  else if (!known.includes(value))
    issue({
      code: 'unknown-value',
      path,
      message: `no ${name} "${value}"`,
      name: { what: `value of ${name}`, found: value, known },
    })
}
