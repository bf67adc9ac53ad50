/** Keeps what runs came to, by fingerprints. What is lost is found out again. */
export interface Keeper {
  /** @returns undefined where nothing is kept under it, or it cannot be read */
  get(key: string): Promise<Uint8Array | undefined>
  /** Keeps something; that it cannot is no fault of the run's. */
  put(key: string, bytes: Uint8Array): Promise<void>
}
