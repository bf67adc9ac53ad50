/** Why a component cannot be seen, and a way of trying again where there is one. */
export function Trouble({
  text,
  onRetry,
  className = 'items-center',
}: {
  text: string
  onRetry?: (() => void) | undefined
  className?: string
}) {
  return (
    <div role="alert" className={`flex gap-1 p-2 ${className}`}>
      <p className="text-miss">{text}</p>
      {onRetry && (
        <button type="button" className="control pointer-events-auto" onClick={onRetry}>
          Try again
        </button>
      )}
    </div>
  )
}
