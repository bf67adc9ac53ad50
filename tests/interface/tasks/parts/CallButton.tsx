import type { ReactNode } from 'react'
import './CallButton.css'

interface CallButtonProps {
  /** How loud it is. */
  tone?: 'plain' | 'loud' | 'quiet'
  size?: 'small' | 'large'
  disabled?: boolean
  children?: ReactNode
  onCall?: () => void
}

/** Calls the valley. */
export function CallButton({
  tone = 'plain',
  size = 'small',
  disabled = false,
  children = 'Call',
  onCall,
}: CallButtonProps) {
  return (
    <button className={`call-button call-button-${tone} call-button-${size}`} disabled={disabled} onClick={onCall}>
      <span className="call-button-label">{children}</span>
    </button>
  )
}
