export * from './setRates.ts'
