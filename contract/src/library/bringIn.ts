import type { Action } from '../actions/index.ts'
import { loadLibrary, type LibraryStep } from './library.ts'

type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> : never
export type LibraryAction = WithoutHeader<
  Extract<
    Action,
    {
      kind:
        | 'add-part-type'
        | 'set-material'
        | 'add-model'
        | 'add-reading-kind'
        | 'add-check-type'
        | 'retire-check-type'
        | 'set-upset'
        | 'set-cause'
        | 'set-symptom'
        | 'set-test'
    }
  >
>

export const librarySections = [
  'part types',
  'printer models',
  'materials',
  'readings',
  'checks',
  'what a change upsets',
  'symptoms',
  'causes',
  'tests',
] as const
export type LibrarySection = (typeof librarySections)[number]

/** One thing that can be brought in. */
export interface LibraryItem {
  /** Names it for good: "part brass nozzle". */
  what: string
  section: LibrarySection
  name: string
  /** What it is, in a line. */
  says: string
}

/** As a workshop sees it: the id under which it is here, or would come. */
export interface LibraryOffer extends LibraryItem {
  id: string
  here: boolean
}

/** Everything in the library, in the order in which it is brought in. */
export function libraryItems(): LibraryItem[] {
  const { parts, materials, models, readings, checks, upsets, causes, symptoms, tests } = loadLibrary()
  const item = (section: LibrarySection, what: string, name: string, says: string): LibraryItem => ({
    what,
    section,
    name,
    says,
  })
  return [
    ...parts.map(({ key, name, slotKind, tradeInterval, agesBy, tradeWeight = 1 }) =>
      item(
        'part types',
        `part ${key}`,
        name,
        `${slotKind}; usually every ${tradeInterval.toLocaleString('en-GB')} ${agesBy}${tradeWeight < 1 ? '; little is known of it' : ''}`,
      ),
    ),
    ...models.map(({ key, name, build, slots }) =>
      item('printer models', `model ${key}`, name, `${build} ${slots.length} slots.`),
    ),
    ...materials.map(({ name, nozzleFromC, nozzleToC, bedFromC, bedToC, enclosure }) =>
      item(
        'materials',
        `material ${name}`,
        name,
        `Nozzle ${nozzleFromC} to ${nozzleToC} °C, bed ${bedFromC} to ${bedToC} °C, enclosure ${enclosure}`,
      ),
    ),
    ...readings.map(({ name, unit, lower, upper }) =>
      item(
        'readings',
        `reading ${name}`,
        name,
        [unit, lower == null ? null : `at least ${lower}`, upper == null ? null : `at most ${upper}`]
          .filter((words) => words !== null)
          .join(', '),
      ),
    ),
    ...checks.map(({ key, name, purpose, inForce }) =>
      item(
        'checks',
        `check ${key}`,
        name,
        inForce === false ? `${purpose} Comes in retired: another school.` : purpose,
      ),
    ),
    ...upsets.map(({ changed, redo, restarts, also }) =>
      item('what a change upsets', `upset ${changed}`, changed, [...also, ...redo, ...restarts].slice(0, 4).join('; ')),
    ),
    ...causes.map(({ key, name, fix }) => item('causes', `cause ${key}`, name, fix)),
    ...symptoms.map(({ name, looks }) => item('symptoms', `symptom ${name}`, name, looks)),
    ...tests.map(({ name, how }) => item('tests', `test ${name}`, name, how)),
  ]
}

/** What is in these sections. */
export function inSections(...sections: LibrarySection[]): (what: string) => boolean {
  const whats = new Set(libraryItems().flatMap((item) => (sections.includes(item.section) ? item.what : [])))
  return (what) => whats.has(what)
}

export interface BringIn {
  /** Gives the same id for the same words, and another for others. */
  idOf: (what: string) => string
  /** Whether to bring it in; all of it when left out. */
  wants?: (what: string) => boolean
  /** The id under which the workshop has it already, by whatever way it came; then it stays as it is. */
  here?: (what: string) => string | null
}

/** The first of twelve causes weighs twelve times the last: the usual order as weights. From memory. */
const weightAt = (i: number, of: number) => of - i
const toHundredths = (p: number) => Math.round(p * 100) / 100

/**
 * The library as the actions that bring it in, in their order, without keys and moments. What is here already is left as it
 * is, and what refers to something that is neither here nor wanted comes without that reference.
 */
export function libraryActions({ idOf, wants = () => true, here = () => null }: BringIn): LibraryAction[] {
  const library = loadLibrary()
  const id = (what: string) => here(what) ?? idOf(what)
  const isNew = (what: string) => wants(what) && here(what) === null
  const willBe = (what: string) => wants(what) || here(what) !== null
  const cautionOf = (keys: string[] = []) => keys.map((key) => library.cautions[key]!).join(' ') || null
  const about = (slotKinds: string[] = []) => ({ slotKinds, models: [] })
  const partOf = (key: string) => library.parts.find((part) => part.key === key)!
  const actions: LibraryAction[] = []

  for (const { key, ...part } of library.parts)
    if (isNew(`part ${key}`))
      actions.push({
        kind: 'add-part-type',
        partTypeId: id(`part ${key}`),
        priceMinor: null,
        failureExtraMinor: null,
        ...part,
      })
  for (const { key, slots, ...model } of library.models)
    if (isNew(`model ${key}`))
      actions.push({
        kind: 'add-model',
        modelId: id(`model ${key}`),
        make: '',
        ...model,
        limitsToConfirm: true,
        slots: slots.map(({ name, part }) => ({
          name,
          kind: partOf(part).slotKind,
          ...(willBe(`part ${part}`) ? { partTypeId: id(`part ${part}`) } : {}),
        })),
      })
  for (const material of library.materials)
    if (isNew(`material ${material.name}`))
      actions.push({
        kind: 'set-material',
        materialId: id(`material ${material.name}`),
        ...material,
        dropped: false,
      })
  for (const reading of library.readings)
    if (isNew(`reading ${reading.name}`))
      actions.push({
        kind: 'add-reading-kind',
        readingKindId: id(`reading ${reading.name}`),
        lower: null,
        upper: null,
        models: [],
        corrections: 'restart',
        ...reading,
      })
  for (const { key, steps, cautions, inForce = true, ...content } of library.checks) {
    if (!isNew(`check ${key}`)) continue
    actions.push({
      kind: 'add-check-type',
      checkTypeId: id(`check ${key}`),
      content: {
        ...content,
        cautions: cautions.map((one) => library.cautions[one]!),
        models: [],
        steps: steps.map((step, i) => ({ id: id(`step ${i} of ${key}`), ...stepOf(step) })),
      },
    })
    if (!inForce)
      actions.push({
        kind: 'retire-check-type',
        checkTypeId: id(`check ${key}`),
        retired: true,
        reason: 'Another school is in force here; bring it back to change schools.',
      })
  }
  for (const { changed, cautions, redo, restarts, ...upset } of library.upsets)
    if (isNew(`upset ${changed}`)) {
      const { slotKinds = [], events = [], waitHours = 0, waitFor = null, signOff = null, also } = upset
      actions.push({
        kind: 'set-upset',
        upsetId: id(`upset ${changed}`),
        changed,
        slotKinds,
        events,
        redo: redo.filter((key) => willBe(`check ${key}`)).map((key) => id(`check ${key}`)),
        restarts: restarts.filter((name) => willBe(`reading ${name}`)),
        also,
        caution: cautionOf(cautions),
        waitHours,
        waitFor,
        signOff,
      })
    }
  const causeIds = (keys: string[]) => keys.filter((key) => willBe(`cause ${key}`)).map((key) => id(`cause ${key}`))
  for (const { key, on, changes = [], cautions, signOff = null, drawing = null, ...cause } of library.causes)
    if (isNew(`cause ${key}`))
      actions.push({
        kind: 'set-cause',
        causeId: id(`cause ${key}`),
        ...cause,
        about: about(on),
        changes,
        caution: cautionOf(cautions),
        signOff,
        drawing,
        dropped: false,
      })
  for (const { name, looks, drawing = null, on, cautions, stop = false, causes } of library.symptoms)
    if (isNew(`symptom ${name}`))
      actions.push({
        kind: 'set-symptom',
        symptomId: id(`symptom ${name}`),
        name,
        looks,
        drawing,
        about: about(on),
        caution: cautionOf(cautions),
        stop,
        causes: causeIds(causes).map((causeId, i, of) => ({ causeId, weight: weightAt(i, of.length) })),
        dropped: false,
      })
  for (const test of library.tests)
    if (isNew(`test ${test.name}`)) {
      const { name, how, minutes, state = 'any', cautions, signOff = null, onSister = false, otherwise } = test
      const likely = (of: (p: number) => number) =>
        Object.fromEntries(
          Object.entries(test.likely)
            .filter(([key]) => willBe(`cause ${key}`))
            .map(([key, p]) => [id(`cause ${key}`), toHundredths(of(p))]),
        )
      actions.push({
        kind: 'set-test',
        testId: id(`test ${name}`),
        name,
        how,
        minutes,
        state,
        caution: cautionOf(cautions),
        signOff,
        onSister,
        about: about(test.on),
        outcomes: [
          { words: test.bad, likely: likely((p) => p), otherwise },
          { words: test.good, likely: likely((p) => 1 - p), otherwise: toHundredths(1 - otherwise) },
        ],
        dropped: false,
      })
    }
  return actions

  function limitsOf(reading: string | undefined) {
    const { lower, upper } = library.readings.find(({ name }) => name === reading) ?? {}
    return { ...(lower == null ? {} : { lower }), ...(upper == null ? {} : { upper }) }
  }

  function stepOf({ cautions, reading, ...step }: LibraryStep) {
    const caution = cautionOf(cautions)
    return {
      ...step,
      ...(caution ? { caution } : {}),
      // Without the reading its limits stand at the step itself.
      ...(reading && willBe(`reading ${reading}`) ? { reading } : limitsOf(reading)),
    }
  }
}
