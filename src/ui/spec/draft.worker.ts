import { carryOut, type DraftOrder } from './carryOut'

self.onmessage = ({ data }: MessageEvent<DraftOrder>) => self.postMessage(carryOut(data))
