import type { ReactNode } from 'react'

/** Something that can be done with a component as a whole, and why it could not. */
export const Act = ({ problem, children }: { problem: string | undefined; children: ReactNode }) => (
  <section className="mt-6 border-t border-line-strong pt-3">
    {children}
    {problem !== undefined && (
      <p role="alert" className="mt-2 whitespace-pre-wrap text-miss">
        {problem}
      </p>
    )}
  </section>
)
