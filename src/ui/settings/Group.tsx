import type { ReactNode } from 'react'

/** Settings of one kind. */
export const Group = ({ title, about, children }: { title: string; about?: string; children: ReactNode }) => (
  <section aria-label={title} className="mb-5 border-t border-line pt-2">
    <h2 className="font-semibold">{title}</h2>
    {about && <p className="mb-1 text-quiet">{about}</p>}
    {children}
  </section>
)

/** One setting with its name. */
export const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="grid min-h-8 grid-cols-[140px_minmax(0,1fr)] items-center gap-2 py-0.5">
    <span className="text-quiet">{label}</span>
    {children}
  </div>
)
