import { Split, Trash2 } from 'lucide-react'
import { asWritten } from '@/core/draft'
import { removeClaimEdits, splitEdits } from '@/core/edit'
import type { ClaimStanding } from '@/core/survey'
import { IconButton } from '../editing'
import { Mark } from '../marks'
import { Expectation, ValueText } from '../survey'
import type { RulesProps } from './Rules'

/** One expectation of a rule, with how it stands. */
export interface Claim {
  part: string
  reading: string
  text: string
  /** The first of its part. */
  isFirst: boolean
  standing: ClaimStanding | undefined
}

/** An expectation, beside what was read last, to be changed in place. */
export function ClaimRow({
  claim,
  canSplit,
  index,
  spec,
  sources,
  edit,
  matrixHref,
}: RulesProps & { index: number; claim: Claim; canSplit: boolean }) {
  const { part, reading, text, isFirst, standing } = claim
  const place = { rule: index, part, reading }
  const label = `${part} · ${reading}`
  return (
    <tr className="border-t border-line align-baseline" data-claim={label}>
      <td className="px-2">{isFirst ? part : <span className="sr-only">{part}</span>}</td>
      <td className="num px-2">{reading}</td>
      <td className="px-1">
        <Expectation
          label={`Expected of ${label}`}
          reading={reading}
          text={text}
          read={standing?.texts.map(([each]) => each) ?? NOTHING}
          sources={sources}
          onDone={(next) =>
            edit([{ do: 'set', path: ['spec', index, 'expect', part, reading], value: asWritten(next) }])
          }
        />
      </td>
      <td className="num px-2 break-words">
        <LastRead standing={standing} />
      </td>
      <td className="num px-2 text-right">{standing ? standing.decides.length : ''}</td>
      <td className="num px-2 text-right whitespace-nowrap">
        {standing && <Outcome standing={standing} text={text} matrixHref={matrixHref} />}
      </td>
      <td className="px-1 text-right whitespace-nowrap">
        {canSplit && (
          <IconButton label={`Move ${label} to its own rule`} onClick={() => edit(splitEdits(spec, place))}>
            <Split size={12} aria-hidden />
          </IconButton>
        )}
        <IconButton label={`Delete ${label}`} onClick={() => edit(removeClaimEdits(spec, place))}>
          <Trash2 size={12} aria-hidden />
        </IconButton>
      </td>
    </tr>
  )
}

/** How often an expectation misses and could not be judged, each leading to its first case. */
function Outcome({
  standing,
  text,
  matrixHref,
}: {
  standing: ClaimStanding
  text: string
  matrixHref: RulesProps['matrixHref']
}) {
  const { misses, unread, expected, why, fault } = standing
  return (
    <>
      {misses.length > 0 && (
        <a
          className="text-miss underline underline-offset-2"
          href={matrixHref(misses.map(({ key }) => key))}
          title={expected ? `expected ${expected}` : undefined}
        >
          <Mark kind="misses" className="mr-1 inline" />
          {misses.length}
        </a>
      )}
      {unread.length > 0 && (
        <a
          className="ml-2 text-miss underline underline-offset-2"
          href={matrixHref(unread.map(({ key }) => key))}
          title={why}
        >
          <Mark kind="unread" className="mr-1 inline" />
          {unread.length}
        </a>
      )}
      {fault !== undefined && misses.length === 0 && <Mark kind="unread" className="inline" />}
      {holdsAll(standing) && text !== 'any' && <Mark kind="holds" className="inline" />}
    </>
  )
}

const holdsAll = ({ fault, decides, misses, unread, later }: ClaimStanding) =>
  fault === undefined && decides.length > 0 && misses.length + unread.length + later.length === 0

const NOTHING: readonly string[] = []

/** What was read where an expectation decides: one value, or how many there are. */
function LastRead({ standing }: { standing: ClaimStanding | undefined }) {
  if (!standing) return null
  if (standing.fault !== undefined) return <span className="text-miss">{standing.fault}</span>
  if (standing.decides.length === 0) return <span className="text-quiet">never applies</span>
  const [first, ...more] = standing.texts
  if (!first) return <span className="text-quiet">{standing.later.length > 0 ? 'not measured yet' : standing.why}</span>
  return (
    <>
      <ValueText text={first[0]} />
      {more.length > 0 && (
        <span className="text-quiet" title={standing.texts.map(([text, count]) => `${text} (${count})`).join('\n')}>
          {' '}
          and {more.length} more
        </span>
      )}
      {standing.later.length > 0 && <span className="text-quiet">, judged by the next run</span>}
    </>
  )
}
