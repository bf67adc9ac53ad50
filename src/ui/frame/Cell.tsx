import type { ReactNode } from 'react'

/** One cell of the title block. */
export function Cell({ label, className = '', children }: { label: string; className?: string; children: ReactNode }) {
  return (
    <div className={`flex flex-col justify-center border-r border-line px-3 py-1 ${className}`}>
      <span className="text-[0.6875rem] leading-tight text-quiet">{label}</span>
      <span className="leading-snug">{children}</span>
    </div>
  )
}
