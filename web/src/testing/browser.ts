/** What the components ask of a browser, and a test's document does not have. */
Object.assign(globalThis, {
  CSS: { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') },
  matchMedia: (query: string) => ({
    matches: false,
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    addListener: () => undefined,
    removeListener: () => undefined,
  }),
  ResizeObserver: class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
})
const quiet = { addEventListener: () => undefined, removeEventListener: () => undefined }
Object.defineProperty(document, 'fonts', { value: quiet })
Element.prototype.scrollIntoView = () => undefined
