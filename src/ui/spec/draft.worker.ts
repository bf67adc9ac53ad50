import { draftFor, type DraftOrder } from './draftFor'

self.onmessage = ({ data }: MessageEvent<DraftOrder>) => self.postMessage(draftFor(data))
