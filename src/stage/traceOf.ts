import { shadowsIn } from './findPart'

/** All that can be told of what stands there: markup, shadow trees, and what fields hold. */
export function traceOf(frame: HTMLElement): string {
  const fields = [...frame.querySelectorAll<HTMLInputElement>('input, textarea, select')]
  return [
    frame.innerHTML,
    ...[...shadowsIn(frame)].map((root) => root.innerHTML),
    ...fields.map(({ value, checked, indeterminate }) => `${value}|${checked}|${indeterminate}`),
  ].join('\n')
}
