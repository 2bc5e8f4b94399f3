import { useEffect, useRef } from 'react'
import { NavigationType, useLocation, useNavigationType } from 'react-router'

/**
 * Whoever has followed a way to another page is at its beginning, with eye and focus: keys and readers of screens go on from its heading.
 * The way back is the browser's own.
 */
export function Arrival() {
  const { pathname, hash } = useLocation()
  const kind = useNavigationType()
  const left = useRef(pathname)
  useEffect(() => {
    if (left.current === pathname) return undefined
    left.current = pathname
    if (kind !== NavigationType.Pop && !hash) window.scrollTo(0, 0)
    return focusOnceThere()
  }, [pathname, hash, kind])
  return null
}

/**
 * The heading comes with what is fetched; until then whoever does something stays where he is.
 * @returns what gives it up
 */
function focusOnceThere(): () => void {
  const giveUp = () => {
    come.disconnect()
    for (const event of ['keydown', 'pointerdown']) document.removeEventListener(event, giveUp)
  }
  const look = () => {
    const heading = document.querySelector<HTMLElement>('main h1')
    if (!heading) return
    giveUp()
    // A field that takes the first key by itself, or a dialog, is where somebody wants to be.
    if (document.activeElement?.closest('main, [role=dialog]')) return
    heading.tabIndex = -1
    heading.focus({ preventScroll: true })
  }
  const come = new MutationObserver(look)
  for (const event of ['keydown', 'pointerdown']) document.addEventListener(event, giveUp)
  come.observe(document.body, { childList: true, subtree: true })
  look()
  return giveUp
}
