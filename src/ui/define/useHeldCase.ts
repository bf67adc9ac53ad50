import { useMemo, useState } from 'react'
import { makeCase, type Case, type Space } from '@/core/matrix'

/** The case that is shown: each axis at a chosen value, or at its default. */
export function useHeldCase(space: Space | undefined) {
  const [held, setHeld] = useState<Record<string, string>>({})
  const axes = useMemo(
    () =>
      (space?.dimensions ?? []).map(({ name, values, default: defaultValue }) => ({
        name,
        values,
        value: held[name] && values.includes(held[name]) ? held[name] : defaultValue,
      })),
    [space, held],
  )
  const theCase = useMemo(
    (): Case | undefined => space && makeCase(Object.fromEntries(axes.map(({ name, value }) => [name, value])), space),
    [space, axes],
  )
  return { theCase, axes, hold: (name: string, value: string) => setHeld({ ...held, [name]: value }) }
}
