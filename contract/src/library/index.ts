/** Kept out of the main entry, so that browsers do not load the library with every page. */
export { inSections, libraryActions, libraryItems, librarySections } from './bringIn.ts'
export type { BringIn, LibraryAction, LibraryItem, LibraryOffer, LibrarySection } from './bringIn.ts'
export { checkedLibrary, LibraryFault, loadLibrary, type Library } from './library.ts'
