/** Stands where a code would, while phones would look for the site in themselves. */
export const noAddress = 'No code: a lead sets the address by which phones reach the site, under Workshop.'
