import { asWrittenByPeople } from '@/core/spec'

const COLOUR = /((?:hsla?|lab|lch|oklab|oklch|color)\([^()]*\)|#[0-9a-f]{6}(?: \/ [\d.]+%)?)/

const cssOf = (piece: string) => {
  const [hex, alpha] = piece.split(' / ')
  return alpha === undefined || !hex!.startsWith('#') ? piece : `rgb(from ${hex} r g b / ${alpha})`
}

/** A reading as people read it: colours with a swatch beside them. */
export function ValueText({ text }: { text: string }) {
  if (text === '') return <span className="text-quiet">empty</span>
  return asWrittenByPeople(text)
    .split(COLOUR)
    .map((piece, at) =>
      COLOUR.test(piece) ? (
        <span key={at}>
          <span
            aria-hidden
            className="mr-1 inline-block size-[0.8em] border border-line-strong align-[-1px]"
            style={{ background: `linear-gradient(${cssOf(piece)}, ${cssOf(piece)}), #fff` }}
          />
          {piece}
        </span>
      ) : (
        piece
      ),
    )
}
