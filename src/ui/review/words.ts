import type { ReviewGroup, ReviewPicture } from '@/contract'
import { counted } from '@/core/words'

/** What a picture comes to, in words. */
export function verdictWords({ verdict, by, share, largest, boxes }: ReviewPicture): string {
  const places = `${counted(boxes.length, 'place')}, ${percent(share ?? 0)} of the pixels, colours up to ${(largest ?? 0).toFixed(3)} apart`
  switch (verdict) {
    case 'moved':
      return `moved by ${by!.x} px to the right and ${by!.y} px down`
        .replace(/-(\d+) px to the right/, '$1 px to the left')
        .replace(/-(\d+) px down/, '$1 px up')
    case 'resized':
      return `of another size; ${places}`
    case 'changed':
      return `changed in ${places}`
    case 'new':
      return 'new: no picture of this case is approved'
    default:
      return verdict
  }
}

const percent = (share: number) => (share > 0 && share < 0.001 ? 'under 0.1 %' : `${(share * 100).toFixed(1)} %`)

/** What a group is about, in a few words. */
export function groupTitle({ kind, causes, pictures }: ReviewGroup, names: Readonly<Record<string, string>>): string {
  if (kind === 'new') return `${names[pictures[0]!.slug] ?? pictures[0]!.slug}: new cases`
  if (kind === 'unexplained') return 'Nothing that was read explains it'
  return causes.length === 1 ? causes[0]!.text : `${causes[0]!.text}, and ${counted(causes.length - 1, 'other cause')}`
}
