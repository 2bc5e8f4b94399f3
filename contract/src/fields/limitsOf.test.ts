import Joi from 'joi'
import { actionShapes } from '../actions/index.ts'
import { limitsOf } from './limitsOf.ts'

// What pages have is another build, which lacks some of the library.
Object.assign(globalThis, { self: globalThis })
// @ts-expect-error It comes without types of its own.
const forBrowsers = ((await import('joi/dist/joi-browser.min.js')) as { default: typeof Joi }).default

it.each([
  ['servers', Joi],
  ['browsers', forBrowsers],
])('tells for %s what each field may hold: letters, least and most, whole figures, what must be there', (_, Joi) => {
  const limits = limitsOf(
    Joi.object({
      note: Joi.string().max(2000),
      hours: Joi.number().min(0).max(24).required(),
      share: Joi.number().greater(0).max(1),
      lines: Joi.array().items(Joi.object({ pieces: Joi.number().integer().min(1).required() })),
      place: Joi.string().max(60).allow(null).required(),
      make: Joi.string().max(60).allow('').required(),
      also: Joi.array().items(Joi.string()).max(20).required(),
      names: Joi.array().items(Joi.string()).min(1).required(),
      several: Joi.array().items(Joi.string(), Joi.number()),
    }),
  )
  expect(limits).toEqual({
    note: { required: false, maxLength: 2000 },
    hours: { required: true, min: 0, max: 24 },
    share: { required: false, max: 1 },
    lines: { required: false },
    'lines.*': { required: false },
    'lines.*.pieces': { required: true, min: 1, whole: true },
    place: { required: false, maxLength: 60 },
    make: { required: false, maxLength: 60 },
    also: { required: false },
    'also.*': { required: false },
    names: { required: true },
    'names.*': { required: false },
    several: { required: false },
  })
})

it('knows the fields of every kind of action, and of words how long they may be', () => {
  for (const { schema } of Object.values(actionShapes)) expect(limitsOf(schema)).toHaveProperty('at')
  expect(limitsOf(actionShapes['report-fault'].schema).symptom).toEqual({ required: true, maxLength: 1000 })
  expect(limitsOf(actionShapes['receive-items'].schema)['lines.*.pieces']).toMatchObject({ required: true, min: 1 })
})
