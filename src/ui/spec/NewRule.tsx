'use client'

import { useMemo, useState } from 'react'
import { asWritten } from '@/core/draft'
import { boxOf, expectationEdits, type RuleText, type WhenFile } from '@/core/edit'
import { isInside, type Space } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import type { YamlEdit } from '@/core/yaml'
import { counted } from '@/core/words'
import { Condition, SayForm, useSaying, type Sources } from '../survey'

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
  const isMeant = useMemo(() => {
    const box = boxOf(when, space?.dimensions ?? [])
    return ({ values }: { values: Readonly<Record<string, string>> }) => isInside(values, box)
  }, [when, space])
  const { keys, form } = useSaying({ library, slug, revision }, sheet, space, isMeant)
  return (
    <section aria-label="New rule" className="border-t-2 border-line-strong bg-paper p-2">
      <div className="mb-1 flex items-baseline gap-2">
        <span className="text-quiet">In</span>
        <Condition when={when} dimensions={sources.dimensions} onChange={setWhen} />
        <span className="text-quiet">({counted(keys.size, 'case')})</span>
      </div>
      <SayForm
        sources={sources}
        {...form}
        onSay={(part, reading, expectation) =>
          edit(expectationEdits(spec, when, { part, reading }, asWritten(expectation)))
        }
      />
    </section>
  )
}
