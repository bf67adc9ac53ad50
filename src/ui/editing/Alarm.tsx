/** What went wrong in a view, under its bar. */
export const Alarm = ({ text }: { text: string | undefined }) =>
  text === undefined ? null : (
    <p role="alert" className="border-b border-line px-3 py-1 whitespace-pre-wrap text-miss">
      {text}
    </p>
  )
