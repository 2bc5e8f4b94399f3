export * from './openSite.ts'
export * from './setCalendar.ts'
export * from './setSiteAddress.ts'
export * from './setSiteMains.ts'
