/** Paths that nobody means when a folder is given. */
export const SKIPPED = /(^|\/)(node_modules|\.git)\//

/** What was dropped, folders opened. */
export async function droppedFiles(data: DataTransfer): Promise<{ path: string; file: File }[]> {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null)
  const open = async (entry: FileSystemEntry): Promise<{ path: string; file: File }[]> => {
    const path = entry.fullPath.replace(/^\//, '')
    if (SKIPPED.test(`${path}/`)) return []
    if (entry.isFile) {
      const file = await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail))
      return [{ path, file }]
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader()
    const found: FileSystemEntry[] = []
    // A reader gives a hundred at a time, and none when it is through.
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail))
      if (some.length === 0) break
      found.push(...some)
    }
    return (await Promise.all(found.map(open))).flat()
  }
  return (await Promise.all(entries.map(open))).flat()
}
