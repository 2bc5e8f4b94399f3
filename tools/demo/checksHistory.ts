import { randomLcg, randomNormal, randomUniform } from 'd3-random'
import { isCheckFor, stepsOn } from '@diatribon/core'
import type { CheckContent, CheckStep, SignOff } from '@diatribon/contract'
import { inSections, libraryActions } from '@diatribon/contract/library'
import type { Told } from './simulate.ts'
import { faultsHistory } from './faultsHistory.ts'
import { machineOf, printers, shifts, signedOff, trainings, type DemoPrinter } from './workshop.ts'

const hourMs = 3600_000
const dayMs = 24 * hourMs
/** When the workshop began to write its checks down. */
const begunDaysAgo = 200
/** So far back the checks are told step by step; before that only what was measured. */
const sheetsDaysAgo = 60

interface Names {
  idOf(what: string): string
  personId(name: string): string
  printerIdOf(name: string): string
  slotIdOf(printer: string, slot: string): string
  modelId(key: string): string
}

/**
 * The checks, readings and temperatures of the made-up workshop, laid over the history of its parts: belts slacken with the
 * days since they were fitted, three of them drift. A stream of chance of its own leaves the lives of the parts as they are.
 * @param told what the simulation of parts has told so far, in order of time
 */
export function checksHistory(told: readonly Told[], now: number, names: Names, seed: number): Told[] {
  const random = randomLcg(seed)
  const noise = randomNormal.source(random)(0, 1)
  const uniform = randomUniform.source(random)(0, 1)
  const out: Told[] = []
  const { idOf, personId, printerIdOf } = names
  /** When each check was begun on each printer. */
  const doing = new Map<string, number[]>()
  const tell = (at: number, who: string, action: Record<string, unknown>) => {
    if (at < now) out.push({ at, personId: personId(who), action })
  }
  const begun = now - begunDaysAgo * dayMs
  const starter = libraryActions({
    idOf: (what) => idOf(`starter ${what}`),
    wants: inSections('readings', 'checks', 'what a change upsets', 'materials'),
  })
  starter.forEach((action, i) => tell(begun + i * 1000, 'lead', action as unknown as Record<string, unknown>))
  tuneLimits()
  for (const [name, offs] of Object.entries(signedOff) as [string, SignOff[]][])
    offs.forEach((signOff, i) =>
      tell(begun + hourMs + i * 1000, 'lead', {
        kind: 'give-sign-off',
        personId: personId(name),
        signOff,
        until: null,
      }),
    )
  for (const printer of printers) history(printer)
  extras()
  staff()
  faultsHistory(told, now, { ...names, begun, starter, tell, sheet }, seed + 1)
  return out

  /** Who is here when, who was trained in what, and what hangs on the wall. */
  function staff() {
    Object.entries(shifts).forEach(([name, weekly], i) =>
      tell(begun + 2 * hourMs + i * 1000, 'lead', {
        kind: 'set-shifts',
        personId: personId(name),
        weekly: weekly.flatMap(([days, from, until]) => days.map((weekday) => ({ weekday, from, until }))),
        days: [],
      }),
    )
    for (const [name, topic, daysAgo] of trainings) {
      const at = now - daysAgo * dayMs
      tell(at, 'technician', {
        kind: 'record-training',
        trainingId: idOf(`training ${name} ${topic}`),
        personId: personId(name),
        topic,
        day: new Date(at).toISOString().slice(0, 10),
      })
    }
    tell(now - 2 * dayMs, 'lead', {
      kind: 'pin-notice',
      noticeId: idOf('notice open day'),
      text: 'Open day on Sunday: nobody prints on rack A from noon, visitors stand there.',
      until: new Date(now + 3 * dayMs).toISOString().slice(0, 10),
    })
    tell(now - 20 * hourMs, 'technician', {
      kind: 'note',
      printerId: printerIdOf('Urchin'),
      text: 'The X belt of Urchin sounds lower every week. Please have a look before Saturday.',
      mentions: [personId('lead')],
    })
  }

  function tuneLimits() {
    const kind = (name: string, change: Record<string, unknown>) => {
      const before = starter.find((a) => a.kind === 'add-reading-kind' && a.name === name)!
      tell(begun + 1800_000, 'lead', { ...before, ...change, kind: 'change-reading-kind' })
    }
    kind('X belt pitch', { lower: 60, upper: 110 })
    kind('Y belt pitch', { lower: 50, upper: 100 })
    kind('nozzle height', { lower: -1.9, upper: -1.38 })
    kind('enclosure temperature', { models: [{ modelId: names.modelId('whimbrel'), lower: null, upper: 55 }] })
  }

  function content(key: string): { id: string; content: CheckContent } {
    const id = idOf(`starter check ${key}`)
    const added = starter.find((a) => a.kind === 'add-check-type' && a.checkTypeId === id)!
    return { id, content: (added as { content: CheckContent }).content }
  }

  /** One doing of a check; a step is found well unless `found` says otherwise. */
  function sheet(
    at: number,
    who: string,
    name: string,
    key: string,
    found: (step: CheckStep) => object | null = () => null,
  ) {
    if (at > now - hourMs) return
    // Nobody begins a check that another is just doing.
    const lane = `${name} ${key}`
    const taken = (doing.get(lane) ?? []).some((one) => Math.abs(one - at) < hourMs)
    if (taken) return
    doing.set(lane, [...(doing.get(lane) ?? []), at])
    const { id: checkTypeId, content: of } = content(key)
    const machine = machineOf(name)
    if (!isCheckFor(of.steps, machine)) return
    const steps = stepsOn(of.steps, machine)
    const [printerId, sheetId] = [printerIdOf(name), idOf(`sheet ${name} ${key} ${at}`)]
    let when = at
    const say = (action: Record<string, unknown>) => tell((when += 40_000), who, { ...action, printerId, sheetId })
    say({ kind: 'begin-check', checkTypeId, version: 1 })
    for (const state of new Set(steps.map((step) => step.state)))
      if (state !== 'any') say({ kind: 'confirm-cautions', state })
    for (const step of steps) {
      const own = found(step)
      if (!own && step.optional) continue
      say({
        kind: 'record-step',
        stepId: step.id,
        ...(own ?? (step.kind === 'choose' ? { choice: step.choices![0]!.words } : { done: true })),
      })
    }
    say({ kind: 'finish-check' })
  }

  function history(printer: DemoPrinter) {
    const { name, hoursPerDay, months } = printer
    const first = Math.max(begun, now - months * 30.4 * dayMs) + 2 * dayMs
    const turnDays = 100 / hoursPerDay
    const swapsOf = (slot: string) =>
      told
        .filter(({ action }) => action.kind === 'swap-part' && action.slotId === names.slotIdOf(name, slot))
        .map(({ at }) => at)
    const belts = { X: swapsOf('X belt'), Y: swapsOf('Y belt') }
    const baseline = (reading: string, usual: number): number => {
      for (const { action } of told)
        if (action.kind === 'record-baseline' && action.printerId === printerIdOf(name))
          for (const value of action.values as { name: string; value?: number }[])
            if (value.name === reading && value.value !== undefined) return value.value
      return usual
    }
    const base = {
      X: baseline('X belt pitch', 84),
      Y: baseline('Y belt pitch', 71),
      height: baseline('nozzle height', -1.62),
      warm: baseline('bed warm-up time', 268),
    }
    // Most belts stay as they are; some creep, and one has slipped at its clamp.
    const slack =
      (name === 'Urchin' ? 0.0115 : ['Cowrie', 'Cockle', 'Seahorse'].includes(name) ? 0.004 : 0) * hoursPerDay // Hz a day
    const slipped = (axis: 'X' | 'Y', at: number) =>
      name === 'Mussel' && axis === 'X' && at > now - 26 * dayMs ? 6 : 0
    const round = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits
    const belt = (axis: 'X' | 'Y', at: number) => {
      const fitted = Math.max(first - 10 * dayMs, ...belts[axis].filter((moment) => moment <= at))
      return round(
        base[axis] - ((at - fitted) / dayMs) * slack * (axis === 'X' ? 1 : 0.3) - slipped(axis, at) + 0.5 * noise(),
        1,
      )
    }
    const operator = () => ['pim', 'juna', 'corin'][Math.floor(3 * uniform())]!
    let height = base.height
    let seen = first
    for (
      let day = first + uniform() * turnDays * dayMs;
      day < now - 0.4 * dayMs;
      day += turnDays * dayMs * (0.85 + 0.3 * uniform())
    ) {
      const at = Math.floor(day / dayMs) * dayMs + 8.6 * hourMs
      // A part that was changed begins anew; what nobody changed creeps on Starfish alone.
      const nozzle = swapsOf('Nozzle').some((moment) => moment > seen && moment <= at)
      height = nozzle ? base.height + 0.03 * noise() : height + (name === 'Starfish' ? 0.014 : 0) + 0.004 * noise()
      seen = at
      const values = { 'X belt': belt('X', at), 'Y belt': belt('Y', at) }
      if (now - at < sheetsDaysAgo * dayMs)
        sheet(at, operator(), name, 'by the spool', ({ kind, title, unit }) =>
          kind === 'measure' ? { value: values[title as keyof typeof values], unit } : null,
        )
      else
        tell(at, 'technician', {
          kind: 'record-reading',
          printerId: printerIdOf(name),
          values: Object.entries(values).map(([axis, value]) => ({ name: `${axis} pitch`, value, unit: 'Hz' })),
        })
      tell(at + 1200_000, 'technician', {
        kind: 'adjust-printer',
        printerId: printerIdOf(name),
        readings: ['nozzle height'],
        what: 'set with paper, hot',
        to: round(height, 3),
      })
      if (name === 'Anemone' || uniform() < 0.35)
        tell(at + 1500_000, 'oskar', {
          kind: 'record-reading',
          printerId: printerIdOf(name),
          values: [
            {
              name: 'bed warm-up time',
              value: Math.round(
                base.warm +
                  2 * noise() +
                  (name === 'Anemone' ? 0.3 * Math.max(0, (at - (now - 90 * dayMs)) / dayMs) : 0),
              ),
              unit: 's',
            },
          ],
        })
    }
    regular(name, operator)
    afterChanges(name, swapsOf)
  }

  /** What goes by the calendar. */
  function regular(name: string, operator: () => string) {
    for (let daysAgo = 58 - Math.floor(8 * uniform()); daysAgo >= 1; daysAgo -= 14)
      sheet(now - daysAgo * dayMs, operator(), name, 'gantry', ({ kind, unit }) =>
        kind === 'measure' ? { value: Math.round(100 * Math.abs(0.08 + 0.05 * noise())) / 100, unit } : null,
      )
    for (let daysAgo = 40 - Math.floor(6 * uniform()); daysAgo >= 1; daysAgo -= 10)
      sheet(now - daysAgo * dayMs + hourMs, uniform() < 0.5 ? 'member' : 'sefa', name, 'plate')
    for (let daysAgo = 55 - Math.floor(20 * uniform()); daysAgo >= 2; daysAgo -= 26)
      sheet(now - daysAgo * dayMs + 2 * hourMs, operator(), name, 'oil the screw')
    sheet(now - (50 - 30 * uniform()) * dayMs, 'oskar', name, 'grease the rails')
    if (name !== 'Whelk') sheet(now - (170 - 60 * uniform()) * dayMs, 'leandra', name, 'electrical')
  }

  /** What a change has upset is looked at again, all but the newest. */
  function afterChanges(name: string, swapsOf: (slot: string) => number[]) {
    const redo: [slots: string[], key: string][] = [
      [['Nozzle', 'Build sheet'], 'first layer'],
      [['Carriage wheels', 'X bearings'], 'level after a change'],
      [['Carriage wheels', 'X bearings'], 'level by knobs'],
      [['Lead-screw nut'], 'gantry'],
    ]
    for (const [slots, key] of redo) {
      const moments = slots.flatMap(swapsOf).filter((at) => at > begun && at < now - 4 * dayMs)
      if (moments.length === 0) continue
      const latest = Math.max(...moments)
      sheet(latest + 0.4 * hourMs, 'oskar', name, key, ({ kind, title, unit }) =>
        kind !== 'measure'
          ? null
          : { value: title === 'Mesh range' ? 0.24 : title === 'Nozzle height' ? -1.72 : 0.1, unit },
      )
    }
  }

  function extras() {
    const cockle = printerIdOf('Cockle')
    const mesh = (tilt: number) =>
      Array.from({ length: 5 }, (_, j) =>
        Array.from(
          { length: 5 },
          (_, i) =>
            Math.round(
              1000 *
                (tilt * (i - 2) + 0.5 * tilt * (j - 2) + 0.02 * ((i - 2) ** 2 + (j - 2) ** 2) - 0.08 + 0.004 * noise()),
            ) / 1000,
        ),
      )
    const range = (heights: number[][]) =>
      Math.round(1000 * (Math.max(...heights.flat()) - Math.min(...heights.flat()))) / 1000
    const [before, after] = [mesh(0.09), mesh(0.004)]
    const places = { xFirst: 20, xLast: 215, yFirst: 20, yLast: 215 }
    const probed = (at: number, heights: number[][]) =>
      tell(at, 'technician', {
        kind: 'record-reading',
        printerId: cockle,
        instrument: 'Bed',
        values: [{ name: 'mesh range', value: range(heights), unit: 'mm' }],
        mesh: { heights, ...places },
      })
    probed(now - 20 * dayMs, before)
    tell(now - 20 * dayMs + 900_000, 'technician', {
      kind: 'adjust-printer',
      printerId: cockle,
      readings: ['mesh range', 'mesh warp'],
      what: 'bed screws: front left 0.4 down, front right 0.1 down, back left 0.1 up, back right 0.4 up',
    })
    probed(now - 20 * dayMs + 1800_000, after)
    for (const [name, usual, today] of [
      ['Seahorse', 48, 47],
      ['Starfish', 44, 43],
      ['Lobster', 51, 57.5],
    ] as const)
      for (let block = 12; block >= 1; block--) {
        const end = now - (block - 1) * 6 * hourMs
        const samples = Array.from({ length: 24 }, (_, i) => {
          const at = end - (23 - i) * 900_000
          const warm = block === 1 && i > 16 ? today : usual
          const night = [0, 1, 2, 3, 4, 5, 6].includes(new Date(at).getUTCHours())
          return { at: new Date(at).toISOString(), celsius: Math.round(10 * ((night ? 24 : warm) + noise())) / 10 }
        })
        out.push({
          at: end,
          personId: personId('corin'),
          action: { kind: 'log-enclosure', printerId: printerIdOf(name), samples },
        })
      }
  }
}
