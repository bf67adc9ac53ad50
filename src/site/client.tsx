import { hydrateRoot } from 'react-dom/client'
import type { PageData } from './PageData'
import { SitePage } from './SitePage'

/** The data stands in a script of its own before this one: a page that is opened from a folder may load nothing else. */
const { breltPage } = globalThis as typeof globalThis & { breltPage: PageData }

hydrateRoot(document.getElementById('page')!, <SitePage data={breltPage} />)
