import { lazy, type ComponentType, type LazyExoticComponent } from 'react'

/** A screen that is fetched when it is first shown, or before that when there is time. */
export function page<Name extends string>(
  load: () => Promise<Record<Name, ComponentType>>,
  name: Name,
): LazyExoticComponent<ComponentType> & { preload: () => void } {
  const fetched = () => load().then((module) => ({ default: module[name] }))
  // Whether it came is told when it is shown.
  return Object.assign(lazy(fetched), { preload: () => void fetched().catch(() => undefined) })
}
