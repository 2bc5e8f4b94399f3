export * from './pinNotice.ts'
export * from './unpinNotice.ts'
