import { cva, type VariantProps } from 'class-variance-authority'
import type { ReactNode } from 'react'

const sled = cva(
  'inline-flex items-center gap-2 rounded-md border-2 font-medium transition-colors focus-visible:outline-2 focus-visible:outline-offset-2 disabled:opacity-50',
  {
    variants: {
      tone: {
        plain: 'border-slate-400 bg-white text-slate-900 hover:bg-slate-100 active:bg-slate-200',
        loud: 'border-emerald-800 bg-emerald-800 text-white hover:bg-emerald-700 active:bg-emerald-900',
      },
      size: { small: 'px-2 py-1 text-sm', large: 'px-4 py-2 text-lg' },
    },
    defaultVariants: { tone: 'plain', size: 'small' },
  },
)

/** Sends a sled down. */
export function SledButton({
  tone,
  size,
  disabled,
  children,
}: VariantProps<typeof sled> & { disabled?: boolean; children?: ReactNode }) {
  return (
    <button type="button" data-sled="" className={sled({ tone, size })} disabled={disabled}>
      {children}
    </button>
  )
}
