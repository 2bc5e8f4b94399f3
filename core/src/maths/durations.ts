/** Lengths of time in milliseconds. A day of the calendar may be an hour longer or shorter: that is the calendar's business. */
export const hourMs = 3600_000
export const dayMs = 24 * hourMs
