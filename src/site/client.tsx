import { hydrateRoot } from 'react-dom/client'
import { z } from 'zod'
import type { PageData } from './PageData'
import { SitePage } from './SitePage'

// The page's policy lets nobody make code from text.
z.config({ jitless: true })

/** The data stands in a script of its own before this one: a page that is opened from a folder may load nothing else. */
const { breltPage } = globalThis as typeof globalThis & { breltPage: PageData }

hydrateRoot(document.getElementById('page')!, <SitePage data={breltPage} />)
