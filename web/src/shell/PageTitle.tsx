import { useEffect } from 'react'
import { useLocation } from 'react-router'

const brand = 'Diatribon'

/** The tab says which page it is: the page's own heading, as soon as that is there and whenever it changes. */
export function PageTitle() {
  const { pathname } = useLocation()
  useEffect(() => {
    const tell = () => {
      // A page that cannot be shown has no heading of its own: then it is the place that leads to it.
      const heading = ['main h1', 'nav [aria-current="page"]']
        .map((what) => document.querySelector(what)?.textContent?.trim())
        .find(Boolean)
      const title = heading ? `${heading} · ${brand}` : brand
      if (document.title !== title) document.title = title
    }
    tell()
    const changed = new MutationObserver(tell)
    changed.observe(document.body, { childList: true, subtree: true, characterData: true })
    return () => changed.disconnect()
  }, [pathname])
  return null
}
