'use client'

import { useRouter } from 'next/navigation'
import { useContext, useState } from 'react'
import { ROUTES } from '@/contract'
import { Choice } from '../editing'
import { ViewContext } from '../frame'
import { call } from '../live'
import { Act } from './Act'

/** Copies the component that is open into another library, or moves it there, and goes to it. */
export function SendComponent({
  library,
  slug,
  name,
  isClean,
}: {
  library: string
  slug: string
  name: string
  isClean: boolean
}) {
  const router = useRouter()
  const others = (useContext(ViewContext)?.libraries ?? []).filter(({ id }) => id !== library)
  const [chosen, setChosen] = useState(others[0]?.id)
  const [problem, setProblem] = useState<string>()
  if (chosen === undefined) return null
  const send = (isMoved: boolean) =>
    call(ROUTES.sendComponent, { library, slug }, { given: { to: chosen, isMoved } }).then(
      () => router.push(`/${chosen}/${slug}/define?tab=about`),
      (error: Error) => setProblem(error.message),
    )
  return (
    <Act problem={problem}>
      <span className="flex flex-wrap items-center gap-1">
        <span className="mr-2">Another library</span>
        <Choice
          label="Another library"
          value={chosen}
          options={others.map((each) => [each.id, each.name] as const)}
          onChoose={setChosen}
        />
        <button type="button" className="control" disabled={!isClean} onClick={() => void send(false)}>
          Copy {name} there
        </button>
        <button type="button" className="control" disabled={!isClean} onClick={() => void send(true)}>
          Move {name} there
        </button>
      </span>
      <p className="mt-1 max-w-[60ch] text-quiet">
        Its own files go along; shared styles, tokens and components in its slots do not. What is moved can be brought
        back here.
      </p>
    </Act>
  )
}
