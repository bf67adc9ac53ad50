import { X } from 'lucide-react'

/** Closes a card or a pane. */
export const CloseButton = ({
  label,
  onClose,
  className = '',
}: {
  label: string
  onClose(): void
  className?: string
}) => (
  <button type="button" className={`control border-transparent px-1 ${className}`} aria-label={label} onClick={onClose}>
    <X size={14} aria-hidden />
  </button>
)
