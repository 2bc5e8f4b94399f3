declare module '*.module.css' {
  const classes: Record<string, string>
  export default classes
}
declare module '*.md?raw' {
  const text: string
  export default text
}
declare module '*.css'
declare module '@fontsource-variable/source-sans-3'
interface ImportMeta {
  /** DEV: served by `npm run dev`, not built. */
  readonly env: { readonly DEV: boolean }
}
