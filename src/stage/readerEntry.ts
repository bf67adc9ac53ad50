import { realFrame } from './comeToRest'
import { extentOf } from './extent'
import { activeIn, aim } from './play'
import { expose } from './expose'
import { keepPristine } from './pristine'
import { DocumentReader, FramesReader, type DocumentReading, type ReaderWindow } from './reader'

// In this world they are the browser's own, whatever has been done to the component's.
const pristine = keepPristine(window)
let reader: DocumentReading | undefined

const opened = () => {
  if (!reader) throw new Error('no component is read')
  return reader
}

/** Where input is given, one case stands in the document itself. */
function single(): DocumentReader {
  if (!(reader instanceof DocumentReader)) throw new Error('no case is mounted')
  return reader
}

// Enough for any component; a page that shows thousands of things needs no more exact a box.
const MAX_BOXES = 500

// What ends may start more, in what inherits from it.
const MAX_ROUNDS = 10

expose(window, 'breltReader', {
  open: (component, inFrames) => {
    reader = inFrames ? new FramesReader(component) : new DocumentReader(component, 0)
  },
  openOwn: (component, lastReference, rules) => new DocumentReader(component, lastReference, rules),
  refer: (parts) => opened().refer(parts),
  arrange: (cases, failures, parts) => opened().arrange(cases, failures, parts),
  show: () => opened().show(),
  endAnimations: () => opened().endAnimations(),
  wait: (what) => (what === 'frame' ? realFrame({ pristine }) : new Promise((done) => pristine.setTimeout(done, 0))),
  read: (profiles, profileOf, pseudoBoxes) => opened().read(profiles, profileOf, pseudoBoxes),
  probe: (probes) => opened().probe(probes),
  declared: (sheets) => opened().declared(sheets),
  features: () => opened().features(),
  traceOf: (index) => opened().traceOf(index),
  sample: (index, part, properties) => opened().sample(index, part, properties),
  elementOf: (index, part, match) => opened().elementOf(index, part, match),
  outlines: () => opened().outlines(),
  spread: (places) => opened().spread(places),
  turnTo: (top) => opened().turnTo(top),
  decodeImages: () => opened().decodeImages(),
  breakable: (sheets) => opened().breakable(sheets),
  reach: (sought) => opened().reach(sought),
  made: () => opened().made(),
  rendered: () => opened().rendered(),
  note: (asked) => opened().note(asked),
  changed: (asked) => opened().changed(asked),
  break: (made) => opened().break(made),
  breakAtRest: async (made, asked) => {
    const own = opened()
    own.break(made)
    await own.loadFonts()
    let ended = 0
    for (let round = 0; round < MAX_ROUNDS; round++) {
      const now = own.endAnimations()
      if (now === 0) break
      ended += now
    }
    return { ended, changed: own.changed(asked) }
  },
  clear: () => reader?.clear(),
  aim: (at) => aim(single().component, single().first, at),
  active: (at) => activeIn(single().component, single().first, at),
  endFinite: () => single().endFinite(),
  extent: () =>
    extentOf(
      [...single().first.frame.querySelectorAll('*')].slice(0, MAX_BOXES).filter((each) => each.checkVisibility()),
    ),
} satisfies ReaderWindow['breltReader'])
