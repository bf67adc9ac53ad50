import { readable } from '@/core/spec'

const COLOUR = /((?:rgba?|hsla?|lab|lch|oklab|oklch|color)\([^()]*\))/

/** A reading as people read it: colours with a swatch beside them. */
export function ValueText({ text }: { text: string }) {
  if (text === '') return <span className="text-quiet">empty</span>
  return readable(text)
    .split(COLOUR)
    .map((piece, at) =>
      COLOUR.test(piece) ? (
        <span key={at}>
          <span
            aria-hidden
            className="mr-1 inline-block size-[0.8em] border border-line-strong align-[-1px]"
            style={{ background: `linear-gradient(${piece}, ${piece}), #fff` }}
          />
          {piece}
        </span>
      ) : (
        piece
      ),
    )
}
