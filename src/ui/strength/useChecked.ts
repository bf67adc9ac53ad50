import { useMemo, useState } from 'react'
import type { Unnoticed } from '@/core/breaks'
import { isSame } from '@/core/yaml'
import type { RuleText } from '@/core/edit'

/** Which of the proposed expectations are to be added. Many breaks may be noticed by one. */
export function useChecked(shown: readonly Unnoticed[]) {
  const [names, setNames] = useState<ReadonlySet<string>>(new Set())
  const proposals = useMemo(
    () => [...new Map(shown.flatMap((each) => (each.proposal ? [[nameOf(each)!, each.proposal] as const] : [])))],
    [shown],
  )
  const taken = useMemo(() => proposals.filter(([name]) => names.has(name)), [proposals, names])
  const rules = useMemo(() => joined(taken.flatMap(([, { rules: own }]) => own)), [taken])
  return {
    /** How many are proposed, and how many of them are checked. */
    total: proposals.length,
    count: taken.length,
    rules,
    /** Breaks that would be noticed by what is checked. */
    noticing: shown.filter((each) => names.has(nameOf(each) ?? '')).length,
    has: (each: Unnoticed) => names.has(nameOf(each) ?? ''),
    flip: (each: Unnoticed) => {
      const name = nameOf(each)
      if (name === undefined) return
      setNames((now) => new Set(now.has(name) ? [...now].filter((other) => other !== name) : [...now, name]))
    },
    all: () => setNames(new Set(proposals.map(([name]) => name))),
    none: () => setNames(new Set()),
  }
}

export type Checked = ReturnType<typeof useChecked>

const nameOf = ({ proposal }: Unnoticed) => proposal && `${proposal.part}|${proposal.reading}`

/** Rules of one condition as one. */
function joined(rules: readonly RuleText[]): RuleText[] {
  const all: RuleText[] = []
  for (const { when, expect } of rules) {
    const known = all.find((each) => isSame(each.when ?? {}, when ?? {}))
    if (!known) {
      all.push({ ...(when && { when }), expect: structuredClone(expect) })
      continue
    }
    for (const [part, readings] of Object.entries(expect)) known.expect[part] = { ...known.expect[part], ...readings }
  }
  return all
}
