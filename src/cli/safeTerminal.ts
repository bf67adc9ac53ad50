import { inert } from '@/core/words'
import type { Output, SafeOutput, Terminal } from './terminal'

// What `paint` colours with: bold, dim, red, green, yellow, and what ends them.
// eslint-disable-next-line no-control-regex -- the code that begins a colour
const COLOURS = /(\u001b\[(?:1|2|22|31|32|33|39)m)/

/** The same terminal, where what a library says only shows: every sentence of every command passes here. */
export const safeTerminal = (terminal: Terminal<Output>): Terminal => ({
  stdin: terminal.stdin,
  stdout: safeOutput(terminal.stdout),
  stderr: safeOutput(terminal.stderr),
})

function safeOutput(output: Output): SafeOutput {
  const isTTY = output.isTTY === true
  const shown = (text: string) => (isTTY ? text.split(COLOURS).map(coloured).join('') : inert(text))
  return {
    ...(isTTY && { isTTY }),
    write: (text) => output.write(shown(text)),
    own: (text) => output.write(text),
    exact: (data) => output.write(isTTY ? shown(data) : data),
  }
}

/** Every second piece is a colour; a line that colours divide is looked at in pieces, which only finds more. */
const coloured = (piece: string, at: number) => (at % 2 === 1 ? piece : inert(piece))
