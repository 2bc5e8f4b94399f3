export interface Chapter {
  title: string
  /** As in the page's address: /guide#back-to-service. */
  id: string
  /** Markdown under the heading. */
  text: string
}

/** A guide in Markdown as its chapters: what stands under each second-level heading. */
export function chaptersOf(markdown: string): Chapter[] {
  return markdown
    .split(/^## /m)
    .slice(1)
    .map((part) => {
      const end = part.indexOf('\n')
      const title = part.slice(0, end).trim()
      return { title, id: idOf(title), text: part.slice(end).trim() }
    })
}

export const idOf = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')

/** Chapters in which all the words stand, those with a word in their title first. */
export function chaptersWith(chapters: readonly Chapter[], asked: string): Chapter[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
  const found = chapters.filter(({ title, text }) => {
    const all = `${title} ${text}`.toLowerCase()
    return words.every((word) => all.includes(word))
  })
  const inTitle = ({ title }: Chapter) => words.some((word) => title.toLowerCase().includes(word))
  return [...found.filter(inTitle), ...found.filter((chapter) => !inTitle(chapter))]
}

/** Which chapter tells about which screen, by the beginning of its address. */
const ofScreens: [path: RegExp, title: string][] = [
  [/^\/floor/, 'Floor'],
  [/^\/printers\/[^/?]+\?.*view=counts/i, 'Counts'],
  [/^\/printers\/[^/?]+\?.*view=as.{1,3}built/i, 'As built'],
  [/^\/printers\/[^/?]+\?.*view=forecast/i, 'Forecast'],
  [/^\/printers\/[^/?]+\?.*view=checks/i, 'Checks of a printer'],
  [/^\/printers\/[^/?]+\?.*view=readings/i, 'Readings'],
  [/^\/printers\//, 'Printer'],
  [/^\/round/, 'Round'],
  [/^\/plan/, 'Plan'],
  [/^\/trainer/, 'Trainer'],
  [/^\/check\//, 'Checks of a printer'],
  [/^\/checks/, 'Checks (data)'],
  [/^\/drifting/, 'Drifting'],
  [/^\/faults\//, 'The desk of a fault'],
  [/^\/faults/, 'Faults'],
  [/^\/knowledge/, 'Symptoms, causes, tests'],
  [/^\/time-down/, 'Time down'],
  [/^\/people/, 'People'],
  [/^\/handover/, 'Handover'],
  [/^\/lives/, 'Lives'],
  [/^\/(logbook|book-check|outbox)/, 'Logbook'],
  [/^\/job-file/, 'Job file'],
  [/^\/take-in/, 'Take-in'],
  [/^\/(library|first-steps|catalogue)/, 'First steps'],
  [/^\/upgrades/, 'Upgrades'],
  [/^\/stores/, 'Stores'],
  [/^\/costs/, 'Costs'],
  [/^\/spools/, 'Spools'],
  [/^\/import/, 'Import'],
  [/^\/bench/, 'Bench'],
  [/^\/workshop/, 'Workshop'],
]

/** The chapter about a screen. @param at its path with its query */
export const chapterAbout = (at: string): string => ofScreens.find(([path]) => path.test(at))?.[1] ?? 'Floor'

/** Every title that some screen points to. */
export const titlesPointedTo = ofScreens.map(([, title]) => title)
