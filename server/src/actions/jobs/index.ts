export * from './finishJob.ts'
export * from './setMaterial.ts'
export * from './startJob.ts'
