import { Columns2, Maximize2, Minimize2, RefreshCw, RotateCcw } from 'lucide-react'
import type { BenchModel } from '@/contract'
import type { Setting } from '@/core/bench'
import { IconButton } from '../editing'
import { Surroundings } from './Surroundings'

export interface BenchBarProps {
  model: BenchModel
  setting: Setting
  onSetting(next: Setting): void
  isComparing: boolean
  onCompare(): void
  onRestart(): void
  isFull: boolean
  onFull(): void
}

/** What surrounds the component, and what is done with all of the bench. */
export function BenchBar(props: BenchBarProps) {
  const { model, setting, onSetting, isComparing, onCompare, onRestart, isFull, onFull } = props
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-2 py-1">
      <Surroundings model={model} setting={setting} onSetting={onSetting} />
      <span className="ml-auto text-quiet" title="Hold it and point at the component; click to measure from a part">
        Alt measures
      </span>
      <button type="button" className="control" aria-pressed={isComparing} onClick={onCompare}>
        <Columns2 size={12} aria-hidden />
        {isComparing ? 'Close comparison' : 'Compare'}
      </button>
      <button type="button" className="control" onClick={onRestart}>
        <RefreshCw size={12} aria-hidden />
        Restart
      </button>
      <button
        type="button"
        className="control"
        disabled={Object.keys(setting).length === 0}
        onClick={() => onSetting({})}
      >
        <RotateCcw size={12} aria-hidden />
        Reset all
      </button>
      <IconButton label={isFull ? 'Leave full window' : 'Full window'} aria-pressed={isFull} onClick={onFull}>
        {isFull ? <Minimize2 size={14} aria-hidden /> : <Maximize2 size={14} aria-hidden />}
      </IconButton>
    </div>
  )
}
