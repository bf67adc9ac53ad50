import type { Metadata } from 'next'
import { Link } from '@/ui/frame'

export const metadata: Metadata = { title: 'Not found – Brelt' }

export default function NotFound() {
  return (
    <main className="p-6">
      <h1 className="mb-2 font-semibold">There is nothing at this address</h1>
      <p>
        The library or component may have another name now.{' '}
        <Link href="/" className="underline">
          Go to the first library
        </Link>
      </p>
    </main>
  )
}
