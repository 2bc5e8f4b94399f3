export * from './amend.ts'
export * from './note.ts'
