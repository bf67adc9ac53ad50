'use client'

import { useState } from 'react'
import { channelsOf, COLOUR_SPACES, colourText, isInReach, spaceOf, type ColourSpace } from '@/core/tokens'
import { Choice, Slide } from '../editing'

/** A colour by the channels of a space of one's choice. */
export function ColourPicker({ label, css, onPick }: { label: string; css: string; onPick(text: string): void }) {
  const [chosen, setChosen] = useState<ColourSpace['space']>()
  const name = chosen ?? spaceOf(css)
  const read = channelsOf(css, name)
  if (!read) return null
  const { channels, alpha } = read
  const space = COLOUR_SPACES.find((each) => each.space === name)!
  const pick = (at: number, value: number) =>
    onPick(
      colourText(
        name,
        channels.map((each, place) => (place === at ? value : each)),
        alpha,
      ),
    )
  return (
    <div
      role="group"
      aria-label={`${label}, picker`}
      className="mt-1 grid grid-cols-[5rem_minmax(0,1fr)_3.5rem] items-center gap-x-2"
    >
      <Choice
        label="Colour space"
        value={name}
        options={COLOUR_SPACES.map((each) => [each.space, each.label])}
        onChoose={(next) => {
          setChosen(next as ColourSpace['space'])
          const there = channelsOf(css, next as ColourSpace['space'])
          if (there) onPick(colourText(next as ColourSpace['space'], there.channels, there.alpha))
        }}
        className="col-span-2 w-32"
      />
      <span aria-hidden className="h-5 border border-line-strong" style={{ background: css }} />
      {space.channels.map(({ key, label: channel, max, step }, at) => (
        <Channel
          key={key}
          label={channel}
          value={channels[at]!}
          {...{ max, step }}
          onSlide={(value) => pick(at, value)}
        />
      ))}
      <Channel
        label="Alpha"
        value={alpha}
        max={1}
        step={0.01}
        onSlide={(value) => onPick(colourText(name, channels, value))}
      />
      {!isInReach(css) && (
        <p className="col-span-3 text-quiet">Outside of sRGB: screens that know no more show another colour.</p>
      )}
    </div>
  )
}

const Channel = (props: { label: string; value: number; max: number; step: number; onSlide(value: number): void }) => (
  <>
    <span className="text-quiet">{props.label}</span>
    <Slide {...props} />
    <span className="num text-right">{Number(props.value.toFixed(props.max > 1 ? 0 : 3))}</span>
  </>
)
