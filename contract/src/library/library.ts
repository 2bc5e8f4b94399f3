import type { CheckContent, CheckStep, NeededState } from '../checks/checkType.ts'
import type { PrinterEvent } from '../checks/upset.ts'
import type { Drawing } from '../faults/knowledge.ts'
import type { Clock } from '../hours/clock.ts'
import type { MaterialContent } from '../jobs/material.ts'
import type { Kit } from '../parts/kit.ts'
import { slotKind } from '../parts/slotKinds.ts'
import type { SignOff } from '../people/signOffs.ts'
import type { MachineLimits, ModelBed } from '../parts/model.ts'
import type { ReadingKind } from '../readings/readingKind.ts'
import causes from './data/causes.json' with { type: 'json' }
import cautions from './data/cautions.json' with { type: 'json' }
import checks from './data/checks.json' with { type: 'json' }
import materials from './data/materials.json' with { type: 'json' }
import models from './data/models.json' with { type: 'json' }
import parts from './data/parts.json' with { type: 'json' }
import readings from './data/readings.json' with { type: 'json' }
import symptoms from './data/symptoms.json' with { type: 'json' }
import tests from './data/tests.json' with { type: 'json' }
import upsets from './data/upsets.json' with { type: 'json' }

/*
 * What a workshop starts from, as data. Common practice of the trade, no source; the chances of the outcomes of tests are from
 * memory. All of it is meant to be changed by whoever knows better, and the maker's manual, local codes and licensed practice
 * come first.
 */

/** Keys of cautions.json; they are shown one after the other. */
type Cautions = string[]

export interface LibraryPart {
  key: string
  name: string
  slotKind: string
  agesBy: Clock
  tradeInterval: number
  minutes: number
  maxNozzleC?: number
  nozzleMm?: number
  toleratesAbrasive?: boolean
  abrasiveMetresMost?: number
  /** How much the interval counts against own lives; well below 1 where it rests on few machines. */
  tradeWeight?: number
}

export interface LibraryModel {
  key: string
  name: string
  build: string
  /** With the part that such a slot usually comes with. */
  slots: { name: string; part: string }[]
  kits: Kit[]
  limits: MachineLimits
  bed?: ModelBed
}

export type LibraryReading = Pick<ReadingKind, 'name' | 'unit'> & Partial<Omit<ReadingKind, 'id' | 'models'>>

export type LibraryStep = Omit<CheckStep, 'id' | 'caution'> & { cautions?: Cautions }

export interface LibraryCheck extends Omit<CheckContent, 'steps' | 'models' | 'cautions'> {
  key: string
  cautions: Cautions
  /** false: another school; it comes in retired, to be brought back by whoever changes schools. */
  inForce?: false
  steps: LibraryStep[]
}

export interface LibraryUpset {
  changed: string
  slotKinds?: string[]
  events?: PrinterEvent[]
  /** Keys of checks. */
  redo: string[]
  restarts: string[]
  also: string[]
  cautions?: Cautions
  waitHours?: number
  waitFor?: string
  signOff?: SignOff
}

export interface LibraryCause {
  key: string
  name: string
  mechanism: string
  fix: string
  minutes: number
  drawing?: Drawing
  /** Only on printers with such a slot. */
  on?: string[]
  changes?: string[]
  cautions?: Cautions
  signOff?: SignOff
}

export interface LibrarySymptom {
  name: string
  looks: string
  drawing?: Drawing
  on?: string[]
  cautions?: Cautions
  stop?: boolean
  /** Keys of causes, in the order in which experienced people try them. */
  causes: string[]
}

export interface LibraryTest {
  name: string
  how: string
  minutes: number
  state?: NeededState
  cautions?: Cautions
  signOff?: SignOff
  onSister?: true
  on?: string[]
  /** What it shows when something is wrong, and how likely that is under the causes it speaks of, and under others. */
  bad: string
  good: string
  likely: Record<string, number>
  otherwise: number
}

/** What is usual for a material. */
export type LibraryMaterial = Omit<MaterialContent, 'dropped'>

export interface Library {
  cautions: Record<string, string>
  parts: LibraryPart[]
  materials: LibraryMaterial[]
  models: LibraryModel[]
  readings: LibraryReading[]
  checks: LibraryCheck[]
  upsets: LibraryUpset[]
  causes: LibraryCause[]
  symptoms: LibrarySymptom[]
  tests: LibraryTest[]
}

/** A line of the files that does not hold together with the rest, named so that whoever wrote it finds it. */
export class LibraryFault extends Error {}

let loaded: Library | null = null

/** The starter library, checked once. @throws LibraryFault */
export function loadLibrary(): Library {
  // What the files hold is known by their check, not by their types.
  const files: unknown = { cautions, parts, materials, models, readings, checks, upsets, causes, symptoms, tests }
  loaded ??= checkedLibrary(files as Library)
  return loaded
}

/**
 * A library of which every name that one file says of another is there, and none stands twice.
 * @throws LibraryFault naming file and item
 */
export function checkedLibrary(library: Library): Library {
  const must = (holds: boolean, file: keyof Library, item: string, what: string) => {
    if (!holds) throw new LibraryFault(`${file}.json, “${item}”: ${what}`)
  }
  const keysOf = <T>(file: keyof Library, rows: T[], key: (row: T) => string) => {
    const keys = new Set<string>()
    for (const row of rows) {
      must(!keys.has(key(row).toLowerCase()), file, key(row), 'stands there twice')
      keys.add(key(row).toLowerCase())
    }
    return { has: (name: string) => keys.has(name.toLowerCase()) }
  }
  const part = keysOf('parts', library.parts, ({ key }) => key)
  keysOf('parts', library.parts, ({ name }) => name)
  keysOf(
    'materials',
    library.materials.flatMap(({ name, alsoCalled }) => [name, ...alsoCalled]),
    (called) => called,
  )
  keysOf('models', library.models, ({ name }) => name)
  const reading = keysOf('readings', library.readings, ({ name }) => name)
  const check = keysOf('checks', library.checks, ({ key }) => key)
  keysOf('upsets', library.upsets, ({ changed }) => changed)
  const cause = keysOf('causes', library.causes, ({ key }) => key)
  keysOf('symptoms', library.symptoms, ({ name }) => name)
  keysOf('tests', library.tests, ({ name }) => name)

  const kinds = (file: keyof Library, item: string, names: string[] = []) => {
    for (const name of names) must(slotKind(name) !== null, file, item, `there is no kind of slot called ${name}`)
  }
  const warned = (file: keyof Library, item: string, keys: Cautions = []) => {
    for (const key of keys) must(Object.hasOwn(library.cautions, key), file, item, `there is no caution called ${key}`)
  }
  for (const { name, slotKind: kind } of library.parts) kinds('parts', name, [kind])
  for (const { name, slots } of library.models)
    for (const slot of slots) must(part.has(slot.part), 'models', name, `there is no part called ${slot.part}`)
  for (const { name, cautions, steps } of library.checks) {
    warned('checks', name, cautions)
    for (const step of steps) {
      warned('checks', name, step.cautions)
      if (step.reading) must(reading.has(step.reading), 'checks', name, `there is no reading called ${step.reading}`)
    }
  }
  for (const { changed, slotKinds, cautions, redo, restarts } of library.upsets) {
    kinds('upsets', changed, slotKinds)
    warned('upsets', changed, cautions)
    for (const key of redo) must(check.has(key), 'upsets', changed, `there is no check called ${key}`)
    for (const name of restarts) must(reading.has(name), 'upsets', changed, `there is no reading called ${name}`)
  }
  for (const { name, on, changes, cautions } of library.causes) {
    kinds('causes', name, on)
    kinds('causes', name, changes)
    warned('causes', name, cautions)
  }
  for (const { name, on, cautions, causes } of library.symptoms) {
    kinds('symptoms', name, on)
    warned('symptoms', name, cautions)
    for (const key of causes) must(cause.has(key), 'symptoms', name, `there is no cause called ${key}`)
  }
  for (const { name, on, cautions, likely } of library.tests) {
    kinds('tests', name, on)
    warned('tests', name, cautions)
    for (const [key, chance] of Object.entries(likely)) {
      must(cause.has(key), 'tests', name, `there is no cause called ${key}`)
      must(chance > 0 && chance < 1, 'tests', name, `${chance} is no chance between 0 and 1`)
    }
  }
  return library
}
