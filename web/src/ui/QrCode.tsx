import { create } from 'qrcode'

/** A code that a phone reads, dark on white with its quiet margin, whatever the colours of the screen. */
export function QrCode({ text, label }: { text: string; label: string }) {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const margin = 4
  const size = modules.size + 2 * margin
  const dark = Array.from(modules.data, (bit, i) =>
    bit ? `M${margin + (i % modules.size)} ${margin + Math.floor(i / modules.size)}h1v1h-1z` : '',
  ).join('')
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${size} ${size}`}
      shapeRendering="crispEdges"
      style={{ width: '100%', maxWidth: 220, display: 'block', margin: '10px 0' }}
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={dark} fill="#000" />
    </svg>
  )
}
