/** A value in a head: pressed, all cases that have it are selected. */
export function HeadValue({ axis, value, onChoose }: { axis: string; value: string; onChoose(adds: boolean): void }) {
  return (
    <button
      type="button"
      className="block min-h-6 max-w-full truncate text-left hover:underline in-[[data-columns]]:mx-auto"
      title={`Select ${axis} ${value}; with Ctrl, add it`}
      onClick={(event) => onChoose(event.ctrlKey || event.metaKey || event.shiftKey)}
    >
      {value}
    </button>
  )
}
