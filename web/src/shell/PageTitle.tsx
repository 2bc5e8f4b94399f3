import { useEffect } from 'react'
import { useLocation } from 'react-router'

const brand = 'Diatribon'

/** The tab says which page it is: the page's own heading, as soon as that is there and whenever it changes. */
export function PageTitle() {
  const { pathname } = useLocation()
  useEffect(() => {
    const tell = () => {
      const heading = document.querySelector('main h1')?.textContent?.trim()
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
