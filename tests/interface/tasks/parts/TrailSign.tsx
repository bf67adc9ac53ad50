import './TrailSign.css'

interface TrailSignProps {
  grade?: 'easy' | 'steep' | 'alpine'
  label?: string
}

export function TrailSign({ grade = 'easy', label = 'To the col' }: TrailSignProps) {
  return (
    <p className={`trail-sign trail-sign--${grade}`}>
      <span className="trail-sign__label">{label}</span>
    </p>
  )
}
