import { useEffect, useRef } from 'react'
import type { ReviewPicture } from '@/contract'
import { caseName, caseValues } from '../frame'

/** Names a picture among all. */
export const idOf = ({ slug, key }: Pick<ReviewPicture, 'slug' | 'key'>): string => `${slug} ${key}`

export const pictureAddress = (library: string, name: string): string => `/api/libraries/${library}/pictures/${name}`

export interface ContactProps {
  library: string
  pictures: readonly ReviewPicture[]
  names: Readonly<Record<string, string>>
  /** The picture that is looked at. */
  current: string | undefined
  /** Those that are marked, to be decided without the others. */
  marked: ReadonlySet<string>
  onLook(id: string): void
  onMark(id: string): void
}

/** All pictures of a group beside one another, each with what has changed in it. */
export function Contact({ library, pictures, names, current, marked, onLook, onMark }: ContactProps) {
  const list = useRef<HTMLUListElement>(null)
  useEffect(() => {
    list.current?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' })
  }, [current])
  return (
    <ul
      ref={list}
      className="grid min-h-0 flex-1 grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] content-start gap-2 overflow-auto p-3"
      aria-label="Pictures of this change"
    >
      {pictures.map((picture) => {
        const id = idOf(picture)
        return (
          <li
            key={id}
            data-picture={id}
            className="flex flex-col border border-line bg-sheet has-[[aria-current=true]]:border-ink"
          >
            <button
              type="button"
              aria-current={id === current}
              className="grid h-28 place-items-center overflow-hidden p-1"
              aria-label={`Look at ${names[picture.slug] ?? picture.slug}, ${caseName(picture.key)}`}
              onClick={() => onLook(id)}
            >
              <Small library={library} picture={picture} />
            </button>
            <label className="flex min-h-6 items-center gap-1 border-t border-line px-1">
              <input
                type="checkbox"
                checked={marked.has(id)}
                onChange={() => onMark(id)}
                aria-label={`Mark ${caseName(picture.key)}`}
              />
              <span className="num truncate" title={`${picture.slug} ${caseName(picture.key)}`}>
                {caseValues(picture.key)}
              </span>
              {picture.refused && <span className="ml-auto text-miss">refused</span>}
            </label>
          </li>
        )
      })}
    </ul>
  )
}

// Of a tile, in px, as narrow as it can become.
const ROOM = { width: 140, height: 104 }

/** A picture with boxes around what has changed in it. */
function Small({ library, picture }: { library: string; picture: ReviewPicture }) {
  const { name, at, width, height } = picture.picture
  // Boxes are told on the ground of both pictures.
  const ground = picture.approved && picture.verdict !== 'moved' ? picture.approved.at : at
  const [x, y] = [Math.min(ground.x, at.x) - at.x, Math.min(ground.y, at.y) - at.y]
  const scale = Math.min(1, ROOM.width / width, ROOM.height / height)
  return (
    <span className="relative block" style={{ width: width * scale, height: height * scale }}>
      <img src={pictureAddress(library, name)} alt="" loading="lazy" className="size-full" />
      {picture.boxes.map((box, index) => (
        <span
          key={index}
          aria-hidden
          className="absolute border border-miss"
          style={{
            left: (box.x + x) * scale - 2,
            top: (box.y + y) * scale - 2,
            width: box.width * scale + 4,
            height: box.height * scale + 4,
          }}
        />
      ))}
    </span>
  )
}
