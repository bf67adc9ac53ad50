import type { PartPlace } from '@/stage'

/** The smallest part at a point. */
export function partAt(places: readonly PartPlace[], x: number, y: number): string | undefined {
  const at = places
    .flatMap(({ part, rects }) => rects.map((rect) => ({ part, area: rect.width * rect.height, rect })))
    .filter(({ rect }) => x >= rect.left && x <= rect.left + rect.width && y >= rect.top && y <= rect.top + rect.height)
    .toSorted((a, b) => a.area - b.area)
  return at[0]?.part
}

/** Parts outlined and numbered where they stand. */
export function Outlines({
  places,
  numbers,
  lit,
}: {
  places: readonly PartPlace[]
  numbers: ReadonlyMap<string, number>
  lit: string | undefined
}) {
  return (
    <>
      {places.flatMap(({ part, rects }) =>
        rects.map((rect, at) => (
          <div
            key={`${part} ${at}`}
            data-outline={part}
            className={`absolute ${part === lit ? 'z-10 outline-2 outline-ink' : 'outline outline-line-strong/50'}`}
            style={rect}
          />
        )),
      )}
      {balloons(places.filter(({ part }) => numbers.has(part))).map(({ part, x, y }) => (
        <span
          key={part}
          className={`num absolute z-20 grid size-[18px] place-items-center rounded-full border border-ink text-[0.625rem] leading-none ${part === lit ? 'bg-ink text-paper' : 'bg-sheet text-ink'}`}
          style={{ left: x - BALLOON / 2, top: y - BALLOON / 2 }}
        >
          {numbers.get(part)}
        </span>
      ))}
    </>
  )
}

const BALLOON = 18

/** Where each part's number stands: at a corner of its box, or along its edge, where no other stands yet. */
function balloons(places: readonly PartPlace[]): { part: string; x: number; y: number }[] {
  const placed: { part: string; x: number; y: number }[] = []
  const isFree = ({ x, y }: { x: number; y: number }) =>
    placed.every((other) => Math.hypot(other.x - x, other.y - y) > BALLOON)
  for (const { part, rects } of places) {
    const [rect] = rects
    if (!rect) continue
    const { left, top, width, height } = rect
    const corners = [
      [left, top],
      [left + width, top],
      [left + width, top + height],
      [left, top + height],
      [left + width / 2, top],
      [left + width / 2, top + height],
      [left, top + height / 2],
      [left + width, top + height / 2],
    ].map(([x, y]) => ({ part, x: x!, y: y! }))
    // Where all of them are taken it goes to the right of the last, along the top edge.
    const beside = Array.from({ length: 12 }, (_, at) => ({ part, x: left + (at + 1) * BALLOON, y: top }))
    placed.push([...corners, ...beside].find(isFree) ?? corners[0]!)
  }
  return placed
}
