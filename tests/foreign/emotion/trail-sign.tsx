import { css, cx, injectGlobal } from '@emotion/css'
import { useState, type ReactNode } from 'react'

injectGlobal`body { font: 16px/20px "Liberation Sans", sans-serif; color: rgb(20, 30, 40) }`

const base = css`
  display: inline-flex;
  gap: 6px;
  padding: 6px 10px;
  border: 2px solid rgb(90, 90, 90);
  background-color: rgb(250, 250, 250);
  font: inherit;
  color: inherit;
  &:hover {
    background-color: rgb(220, 235, 228);
  }
  &:focus-visible {
    outline: 3px solid rgb(1, 2, 200);
  }
  &[data-pressed] {
    background-color: rgb(180, 210, 195);
  }
  [data-theme='night'] & {
    border-color: rgb(200, 200, 200);
  }
`
const tones = {
  plain: css`
    font-weight: 400;
  `,
  loud: css`
    font-weight: 700;
    border-color: rgb(160, 40, 20);
  `,
}

/** A sign on a trail: its styles come into the page's head as it renders, and its pressed state is made by code. */
export function TrailSign({ tone = 'plain', children }: { tone?: 'plain' | 'loud'; children?: ReactNode }) {
  const [isPressed, setPressed] = useState(false)
  return (
    <button
      type="button"
      data-sign=""
      data-pressed={isPressed ? '' : undefined}
      className={cx(base, tones[tone])}
      onPointerDown={() => setPressed(true)}
      onPointerUp={() => setPressed(false)}
    >
      <i
        className={css`
          width: 10px;
          background: rgb(30, 96, 73);
        `}
      />
      {children}
    </button>
  )
}
