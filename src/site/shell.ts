/** What stands around the content of every page. */
export interface Shell {
  library: string
  title: string
  /** Markup of the page itself. */
  body: string
  /** Markup of a picture that is shown where scripts are off. */
  still?: string | undefined
  /** Scripts that bring it to life, in their order; addresses as the page has them. */
  scripts: readonly string[]
  /** The end of every page: what was read, when, with which browser. */
  foot: string
  /** What stands in the head of every page: addresses and words. */
  nav: readonly (readonly [href: string, label: string])[]
}

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
export const escapeHtml = (text: string): string => text.replace(/[&<>"]/g, (sign) => ESCAPES[sign]!)

// No network but the page's own folder; frames bring their own, stricter rules.
const POLICY =
  "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-src 'self'; connect-src 'none'; form-action 'none'; base-uri 'none'; object-src 'none'"

/** A whole page of a published guide. It works from any server and from a folder. */
export const printPage = ({ library, title, body, still = '', scripts, foot, nav }: Shell): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="content-security-policy" content="${POLICY.replaceAll("'self'", "'self' file:")}">
<title>${escapeHtml(title)}</title>
<link rel="icon" href="data:,">
<script src="assets/scheme.js"></script>
<link rel="stylesheet" href="assets/site.css">
</head>
<body>
<a class="sr-only focus:not-sr-only" href="#page">To the content</a>
<header class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b-2 border-ink bg-sheet px-3 py-2">
<a class="font-semibold" href="index.html">${escapeHtml(library)}</a>
<nav aria-label="The guide" class="flex gap-4">${nav.map(([href, label]) => `<a class="underline" href="${href}">${escapeHtml(label)}</a>`).join('')}</nav>
</header>
<noscript><p class="border-b border-line bg-sheet px-3 py-2">Scripts are off: live cases, the bench and the search do not work. The words, tables and code are all here.</p>${still && `<p class="px-3 py-2">${still}</p>`}</noscript>
<main id="page">${body}</main>
<footer class="mt-8 border-t border-line px-3 py-2 text-quiet">${escapeHtml(foot)}</footer>
${scripts.map((source) => `<script defer src="${source}"></script>`).join('\n')}
</body>
</html>
`
