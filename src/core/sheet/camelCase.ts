/** `max-length` → `maxLength`: how code spells a sheet's names. */
export const camelCase = (name: string) => name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase())
