'use client'

import { useMemo, useState } from 'react'
import { asWritten } from '@/core/draft'
import { sayEdits, type RuleText, type WhenFile } from '@/core/edit'
import { isInside, type Space } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import { summarise } from '@/core/survey'
import type { YamlEdit } from '@/core/yaml'
import { allowed, Condition, SayForm, useSurvey, useTrial, type Sources } from '../survey'

export interface NewRuleProps {
  library: string
  slug: string
  revision: number
  sheet: Sheet
  space: Space | undefined
  spec: readonly RuleText[]
  sources: Sources
  edit(edits: readonly YamlEdit[]): void
}

/** Says something of the cases that a condition describes. */
export function NewRule({ library, slug, revision, sheet, space, spec, sources, edit }: NewRuleProps) {
  const [when, setWhen] = useState<WhenFile>({})
  const [said, setSaid] = useState({ part: 'root', reading: '' })
  const [needed, setNeeded] = useState<readonly { part: string; reading: string }[]>([])
  const { surveyed } = useSurvey(library, slug, revision, needed)
  const keys = useMemo(() => {
    const valuesOf = (name: string) => space?.dimensions.find((each) => each.name === name)?.values ?? []
    const box = Object.fromEntries(
      Object.entries(when).map(([name, condition]) => [name, allowed(condition, valuesOf(name))]),
    )
    return new Set(surveyed?.survey.cases.flatMap(({ key, values }) => (isInside(values, box) ? [key] : [])))
  }, [when, surveyed, space])
  const summaries = useMemo(() => (surveyed ? summarise(surveyed.survey, keys) : []), [surveyed, keys])
  const tryOut = useTrial(sheet, space, surveyed, keys)
  return (
    <section aria-label="New rule" className="border-t-2 border-line-strong bg-paper p-2">
      <div className="mb-1 flex items-baseline gap-2">
        <span className="text-quiet">In</span>
        <Condition when={when} dimensions={sources.dimensions} onChange={setWhen} />
        <span className="text-quiet">({keys.size} cases)</span>
      </div>
      <SayForm
        sources={sources}
        {...said}
        onPart={(part) => setSaid({ ...said, part })}
        onReading={(reading) => setSaid({ ...said, reading })}
        readOf={(part, reading) =>
          summaries.find((each) => each.part === part && each.reading === reading)?.texts.map(([text]) => text) ?? []
        }
        tryOut={tryOut}
        onNeed={(part, reading) => setNeeded([...needed, { part, reading }])}
        onSay={(part, reading, expectation) => edit(sayEdits(spec, when, { part, reading }, asWritten(expectation)))}
      />
    </section>
  )
}
