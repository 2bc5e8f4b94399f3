import { MantineProvider } from '@mantine/core'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { createMemoryRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { SWRConfig } from 'swr'
import type { Action, Role } from '@diatribon/contract'
import { Session, type SessionHere } from '../session/session.tsx'

const usualMoment = '2026-11-20T10:00:00.000Z'

/** Somebody of a role in a workshop, at a fixed moment as far as the server tells it. */
function sessionOf(role: Role, now: string): SessionHere {
  return {
    person: { id: '00000000-0000-4000-8000-000000000001', name: role, displayName: `Test ${role}`, role },
    site: {
      id: '00000000-0000-4000-8000-000000000002',
      name: 'Test shed',
      timeZone: 'Europe/Lisbon',
      currency: 'EUR',
      weekBegins: 1,
      closedWeekdays: [],
      closedDays: [],
      address: null,
      mainsVolts: 230,
      relaxed: [],
    },
    labelsCarry: null,
    now,
    offsetMs: Date.parse(now) - Date.now(),
  }
}

/**
 * Shows a screen or a form as somebody of a role would see it. What it fetches is answered from `answers`, by address; what it sends is
 * recorded and taken.
 */
export function inWorkshop(
  shown: ReactNode,
  {
    role = 'lead',
    answers = {},
    now = usualMoment,
  }: { role?: Role; answers?: Record<string, unknown>; now?: string } = {},
) {
  const sent: Action[] = []
  globalThis.fetch = ((path: string, request: RequestInit) => {
    if (path in answers) return Promise.resolve(Response.json(answers[path]))
    const body = JSON.parse(String(request.body)) as Action | { together: true; actions: Action[] }
    const record = (action: Action) => {
      sent.push(action)
      return { key: action.key, seq: sent.length, recordedAt: now }
    }
    const answer =
      'actions' in body
        ? { results: body.actions.map((action) => ({ ok: true, entry: record(action) })) }
        : { entry: record(body) }
    return Promise.resolve(Response.json(answer, { status: 201 }))
  }) as typeof fetch
  const fetcher = (path: string) =>
    path in answers ? Promise.resolve(answers[path]) : Promise.reject(new Error(`Nobody answers ${path} in this test.`))
  const router = createMemoryRouter([
    {
      path: '*',
      element: (
        <MantineProvider env="test">
          <SWRConfig value={{ fetcher, provider: () => new Map(), shouldRetryOnError: false }}>
            <Session of={sessionOf(role, now)}>{shown}</Session>
          </SWRConfig>
        </MantineProvider>
      ),
    },
  ])
  return { sent, ...render(<RouterProvider router={router} />) }
}
