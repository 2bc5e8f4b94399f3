/** The kind of reading whose upper limit is the enclosure's. */
export const enclosureReading = 'enclosure temperature'
