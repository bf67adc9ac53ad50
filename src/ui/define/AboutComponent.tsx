'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import { Choice, nameCheck, NewName, TextField, type Ready } from '../editing'
import { call } from '../live'
import { Act } from './Act'
import { SendComponent } from './SendComponent'
import { RemoveComponent } from './RemoveComponent'

const STATUSES = [
  ['draft', 'draft'],
  ['ready', 'ready'],
  ['retired', 'retired'],
] as const

/** What a component is called, how far it is and who answers for it; and what can be done with it as a whole. */
export function AboutComponent({ library, slug, ready }: { library: string; slug: string; ready: Ready }) {
  const { sheet, edit } = ready
  const { name, about = '', owner = '', status } = sheet.data
  const set = (key: string, value: string) =>
    edit([value.trim() === '' ? { do: 'remove', path: [key] } : { do: 'set', path: [key], value }])
  return (
    <>
      <div className="grid grid-cols-[7rem_minmax(0,1fr)] items-center gap-x-2 gap-y-1">
        <span>Name</span>
        <TextField
          label="Name of this component"
          value={name}
          check={(text) => (text.trim() === '' ? 'A component has a name' : undefined)}
          onDone={(text) => set('name', text)}
        />
        <span>About</span>
        <TextField
          label="About this component"
          placeholder="What it is for, in one sentence"
          value={about}
          onDone={(text) => set('about', text)}
        />
        <span>Status</span>
        <Choice
          label="Status"
          value={status}
          options={STATUSES}
          onChoose={(next) => set('status', next)}
          className="w-32"
        />
        <span>Owner</span>
        <TextField label="Owner" placeholder="Who answers for it" value={owner} onDone={(text) => set('owner', text)} />
      </div>
      <RenameFiles {...{ library, slug }} isClean={ready.isClean} />
      <Duplicate {...{ library, slug }} />
      <SendComponent {...{ library, slug, name }} isClean={ready.isClean} />
      <RemoveComponent {...{ library, slug, name }} folder={ready.definition.folder} />
    </>
  )
}

/** What it is called in files and addresses, beside its name. */
function RenameFiles({ library, slug, isClean }: { library: string; slug: string; isClean: boolean }) {
  const router = useRouter()
  const [problem, setProblem] = useState<string>()
  const rename = (to: string) =>
    call(ROUTES.renameComponent, { library, slug }, { given: { to } }).then(
      () => router.replace(`/${library}/${to}/define?tab=about`),
      (error: Error) => setProblem(error.message),
    )
  return (
    <Act problem={problem}>
      <span className="flex flex-wrap items-center gap-1">
        <span className="mr-2">In files and addresses</span>
        <TextField
          label="Name in files and addresses"
          value={slug}
          check={nameCheck([])}
          disabled={!isClean}
          title={isClean ? undefined : 'Once all is saved'}
          className="num w-48"
          onDone={(to) => void rename(to)}
        />
      </span>
      <p className="mt-1 max-w-[60ch] text-quiet">
        Sheets and guides that name it follow. Its revisions and runs of before stay under “{slug}”. The library’s
        settings take it back.
      </p>
    </Act>
  )
}

function Duplicate({ library, slug }: { library: string; slug: string }) {
  const router = useRouter()
  const [problem, setProblem] = useState<string>()
  const duplicate = (to: string) =>
    call(ROUTES.duplicateComponent, { library, slug }, { given: { to } }).then(
      () => {
        router.refresh()
        router.push(`/${library}/${to}/define`)
      },
      (error: Error) => setProblem(error.message),
    )
  return (
    <Act problem={problem}>
      <span className="flex flex-wrap items-center gap-1">
        <span className="mr-2">Duplicate as</span>
        <NewName
          label="Duplicate as"
          placeholder={`${slug}-copy`}
          taken={[slug]}
          className="w-48"
          onAdd={(to) => void duplicate(to)}
        />
        <span className="text-quiet">its name in files and addresses</span>
      </span>
    </Act>
  )
}
