export * from './adoptPolicy.ts'
export * from './bringNeighbourLives.ts'
export * from './weighNeighbourLives.ts'
