/** Why what a frame shows may be other than what it says. */
export const Doubt = ({ text, className = '' }: { text: string | undefined; className?: string }) =>
  text !== undefined && (
    <p role="note" className={`border-b border-line bg-sheet p-2 text-miss ${className}`}>
      {text}
    </p>
  )
