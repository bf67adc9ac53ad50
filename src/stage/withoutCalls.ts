// No policy of a page keeps calls between browsers from sending to any address (Chromium 156).
const CALLS = ['RTCPeerConnection', 'webkitRTCPeerConnection', 'RTCDataChannel', 'RTCIceTransport', 'RTCDtlsTransport']

/** Takes from a frame in somebody's own browser what could reach the network in spite of its policy. Before any component code. */
export function withoutCalls(view: Window): void {
  for (const name of CALLS) delete (view as unknown as Record<string, unknown>)[name]
}
