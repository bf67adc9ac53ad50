import { Swatch } from '../survey'

/** A token's value drawn as what it is: a colour, a length, a shadow, letters, a curve. */
export function TokenFigure({ type, css }: { type: string; css: string }) {
  switch (type) {
    case 'color':
      return <Swatch css={css} />
    case 'dimension':
      return (
        <span aria-hidden className="inline-block h-2 max-w-24 shrink-0 self-center bg-ink" style={{ width: css }} />
      )
    case 'shadow':
      return (
        <span aria-hidden className="inline-block size-5 shrink-0 self-center bg-white" style={{ boxShadow: css }} />
      )
    case 'border':
      return <span aria-hidden className="inline-block h-4 w-8 shrink-0 self-center" style={{ border: css }} />
    case 'typography':
      return (
        <span
          aria-hidden
          className="inline-block max-h-6 shrink-0 overflow-hidden leading-none"
          style={{ font: css, lineHeight: 1 }}
        >
          Ag
        </span>
      )
    case 'fontFamily':
      return (
        <span aria-hidden style={{ fontFamily: css }}>
          Ag
        </span>
      )
    case 'fontWeight':
      return (
        <span aria-hidden style={{ fontWeight: css }}>
          Ag
        </span>
      )
    case 'gradient':
      return (
        <span
          aria-hidden
          className="inline-block h-4 w-10 shrink-0 self-center border border-line-strong"
          style={{ background: css }}
        />
      )
    case 'cubicBezier':
      return <Curve css={css} />
    default:
      return null
  }
}

/** An easing as its curve, time across and progress up; 20 units either way, with room for what shoots over. */
function Curve({ css }: { css: string }) {
  const numbers = css.match(/-?[\d.]+/g)?.map(Number)
  if (numbers?.length !== 4) return null
  const [x1, y1, x2, y2] = numbers as [number, number, number, number]
  const at = (x: number, y: number) => `${2 + x * 20} ${26 - y * 20}`
  return (
    <svg aria-hidden viewBox="0 0 24 32" width="18" height="24" className="shrink-0 self-center">
      <path
        d={`M ${at(0, 0)} C ${at(x1, y1)}, ${at(x2, y2)}, ${at(1, 1)}`}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.5"
      />
    </svg>
  )
}
