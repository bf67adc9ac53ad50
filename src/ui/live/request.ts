/** Asks our own server. @throws Error with the server's own words when it refuses. */
export async function request<T>(path: string, options?: RequestInit): Promise<T> {
  const response = await fetch(path, options)
  const body = (await response.json().catch(() => ({ problem: `The server answered ${response.status}.` }))) as T & {
    problem?: string
  }
  if (!response.ok) throw new Error(body.problem ?? `The server answered ${response.status}.`)
  return body
}
