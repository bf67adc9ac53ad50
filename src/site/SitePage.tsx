import { useMemo } from 'react'
import { Bench } from '@/ui/bench'
import { StageSource } from '@/ui/board'
import { GuidePage } from '@/ui/guide'
import { factsOf, type PageData } from './PageData'

/** Where a published page has the programs of its frames. */
const programs = (program: string) => Promise.resolve(`assets/stage-${program}.html`)

/** The guide of one component as a published page has it. */
export function SitePage({ data }: { data: PageData }) {
  const facts = useMemo(() => factsOf(data), [data])
  const around = useMemo(() => ({ contexts: data.contexts, components: data.components }), [data])
  return (
    <StageSource value={programs}>
      <GuidePage
        text={data.guide}
        facts={facts}
        around={around}
        bench={<Bench model={facts.bench} onBring={() => Promise.resolve()} />}
        linkTo={(slug) => `${slug}.html`}
        {...(data.previous && { previous: data.previous })}
        {...(data.next && { next: data.next })}
      />
    </StageSource>
  )
}
