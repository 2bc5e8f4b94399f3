import { read } from '../read.ts'
import type { PresentHere } from './present.ts'
import type { Device } from './device.ts'
import type { Session, Welcome } from './session.ts'
import type { PersonHere } from './signOffs.ts'

export const session = read<Session>()({
  path: '/session',
  summary: 'Who is signed in',
  right: 'read',
  shows: ['people'],
})

export const people = read<PersonHere[]>()({
  path: '/people',
  summary: 'The staff, and what each is signed off for',
  right: 'read',
  shows: ['people'],
})

export const devices = read<Device[]>()({
  path: '/devices',
  summary: 'Connected devices, for the lead',
  right: 'connect devices',
  shows: [],
})

export const presence = read<PresentHere[]>()({
  path: '/presence/:id',
  summary: 'Who else has a printer open',
  right: 'read',
  about: 'printer',
  shows: ['people', 'presence'],
})

export const welcome = read<Welcome>()({
  path: '/welcome',
  summary: 'Name of the workshop, before anybody is signed in',
  right: null,
  shows: ['people'],
})
