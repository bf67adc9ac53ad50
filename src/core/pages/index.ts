export {
  libraryPages,
  linksOf,
  linkTarget,
  pageProblems,
  type LibraryPage,
  type LinkPlaces,
  type LinkTarget,
} from './pages'
