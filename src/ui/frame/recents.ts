'use client'

const STORED = 'brelt-found'
const MOST = 12

/** What was found and gone to, by names of things; the last one first. */
export function recents(): readonly string[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(STORED) ?? '[]')
    return Array.isArray(read) ? read.filter((each) => typeof each === 'string') : []
  } catch {
    // Somebody else wrote there.
    return []
  }
}

export const noteRecent = (name: string): void =>
  localStorage.setItem(STORED, JSON.stringify([name, ...recents().filter((each) => each !== name)].slice(0, MOST)))
