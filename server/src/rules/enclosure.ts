/** The kind of reading whose upper limit is the enclosure's. */
export const enclosureReading = 'enclosure temperature'
/** Stands for the kind in a workshop that has not brought it in: then only what a machine says of itself is a limit. */
export const enclosureWithoutKind = { name: enclosureReading, lower: null, upper: null, models: [] }
