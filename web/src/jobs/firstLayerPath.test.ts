import { firstLayerPath, plateFrame } from './firstLayerPath.ts'

const box = { minX: 0, maxX: 100, minY: 0, maxY: 50, minZ: 0, maxZ: 1 }

it('holds the plate with its front at the bottom', () => {
  const frame = plateFrame({ x: 200, y: 100 }, box, 224)
  expect(frame).toMatchObject({ scale: 1, width: 224, height: 124 })
  expect([frame.x(0), frame.y(0), frame.x(200), frame.y(100)]).toEqual([12, 112, 212, 12])
})

it('grows with what goes beyond the plate', () => {
  const frame = plateFrame({ x: 200, y: 200 }, { ...box, maxX: 400, minX: -100 }, 524)
  expect(frame.scale).toBe(1)
  expect(frame.x(-100)).toBe(12)
})

it('draws lines that follow each other in one go', () => {
  const same = { x: (mm: number) => mm, y: (mm: number) => mm }
  expect(firstLayerPath([0, 0, 10, 0, 10, 0, 10, 10, 50, 50, 60, 50], same)).toBe('M0 0L10 0L10 10M50 50L60 50')
})
