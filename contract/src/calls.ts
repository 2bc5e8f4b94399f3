import type { JobFigures } from '@diatribon/core'
import type { AttachedFile, Attachment } from './attachment.ts'
import type { BenchIncidenceAnswer, BenchIncidenceRequest } from './bench/incidence.ts'
import type { BenchInspectionAnswer, BenchInspectionRequest } from './bench/inspection.ts'
import type { BenchLifeAnswer, BenchLifeRequest } from './bench/life.ts'
import type { BenchLooksAnswer, BenchLooksRequest } from './bench/inspection.ts'
import type { BenchPlanAnswer, BenchPlanRequest } from './bench/plan.ts'
import type { BenchPolicyAnswer, BenchPolicyRequest } from './bench/policy.ts'
import type { BenchRatesAnswer, BenchRatesRequest } from './bench/rates.ts'
import type { BenchRecurrenceAnswer, BenchRecurrenceRequest } from './bench/recurrence.ts'
import type { BenchRegressionAnswer, BenchRegressionRequest } from './bench/regression.ts'
import type { BenchReplacementAnswer, BenchReplacementRequest } from './bench/replacement.ts'
import type { BenchSparesAnswer, BenchSparesRequest } from './bench/spares.ts'
import type { BenchSurvivalAnswer, BenchSurvivalRequest } from './bench/survival.ts'
import type { PreflightAnswer, PreflightRequest } from './jobs/job.ts'
import type { MyMail, SetMailServer } from './mail/mail.ts'
import type { ActionResult, Recorded, SavedView } from './logbook/entry.ts'
import type { NewDevice } from './people/device.ts'
import type { FirstRun, Session, SignIn } from './people/session.ts'
import type { NewCalendarFeed, PricedMove, PriceRequest } from './plan/fortnight.ts'

/** What is declared of something that is asked for otherwise than by a read: its description and the typed call of a page follow from it. */
export interface Call<Answer = unknown, Asked = unknown> {
  /** One sentence for whoever writes a program against it. */
  summary: string
  status: 200 | 201 | 204
  /** What comes back where it is no JSON. */
  gives?: string
  /** What is sent where it is no JSON. */
  takes?: string
  /** Without a sign-in. */
  isOpen?: true
  /** For the compiler alone: what is answered, and what is sent. */
  readonly answers?: Answer
  readonly asked?: Asked
}

type More = Pick<Call<unknown>, 'takes' | 'isOpen'>
const answers = <Answer, Asked = unknown>(summary: string, more: More = {}): Call<Answer, Asked> => ({
  summary,
  status: 200,
  ...more,
})
const makes = <Answer, Asked = unknown>(summary: string, more: More = {}): Call<Answer, Asked> => ({
  summary,
  status: 201,
  ...more,
})
const does = <Asked = undefined>(summary: string, more: More = {}): Call<undefined, Asked> => ({
  summary,
  status: 204,
  ...more,
})
const gives = (type: string, summary: string, more: More = {}): Call<never> => ({
  summary,
  status: 200,
  gives: type,
  ...more,
})

const pdf = 'application/pdf'
const lines = 'application/x-ndjson'
const bytes = 'application/octet-stream'

/** What the schema of the rules fills in. */
type Usual = 'neighbours' | 'neighbourWeight'

/** By method and path below the site's address; `{name}` stands for a value. */
export const calls = {
  'post /api/actions': makes<{ entry: Recorded } | { results: ActionResult[] }>(
    'The one door: record an action, or a list of them',
  ),
  'post /api/first-run': makes<{ siteId: string; personId: string }, FirstRun>(
    'Open an empty site and its first lead',
    {
      isOpen: true,
    },
  ),
  'post /api/session': makes<Session, SignIn>('Sign in with name and PIN', { isOpen: true }),
  'post /api/session/pin': does<{ pin: string; newPin: string }>('Change your PIN'),
  'delete /api/session': does('Sign out', { isOpen: true }),
  'delete /api/sessions': does('Sign out everywhere'),
  'post /api/join': makes<{ name: string }, { code: string; pin: string }>(
    'Choose a PIN with the code of an invitation',
    { isOpen: true },
  ),
  'post /api/people/{id}/invitation': makes<{ code: string; until: string }>(
    'A code with which somebody chooses a PIN, for the lead',
  ),
  'post /api/devices': makes<NewDevice, { name: string }>(
    'Connect a device; its token is in this answer and never again',
  ),
  'delete /api/devices/{id}': does('Revoke the token of a device'),
  'post /api/import/{kind}': gives(
    lines,
    'Bring in a CSV of printers, usage, part-changes or part-ages; answers line by line',
    { takes: 'text/csv' },
  ),
  'get /api/export/{kind}': gives(
    'text/csv',
    'Printers, usage, part-changes or part-ages as CSV, as they are brought in',
  ),
  'get /api/reports/labels': gives(pdf, 'PDF sheets of QR labels (query: of, size, printer)'),
  'get /api/reports/passport/{id}': gives(pdf, 'PDF passport of a printer'),
  'get /api/reports/hold-tag/{id}': gives(pdf, 'PDF tag to hang on a printer that is on hold'),
  'get /api/reports/handover': gives(pdf, 'The handover as PDF (query: since)'),
  'get /api/reports/induction-sheet': gives(pdf, 'What broke by misuse here, and what prevents it, as PDF'),
  'get /api/stores/order-list': gives(pdf, 'What to order, as PDF'),
  'get /api/costs/sheet': gives(pdf, 'What the upkeep cost, as PDF (query: from, until)'),
  'get /api/plan/week-sheet': gives(pdf, 'The next seven days as PDF'),
  'post /api/jobs/read': answers<Omit<JobFigures, 'firstLayer'> & { firstLayer: number[] }>(
    'Read a job file sent as the body (at most 50 MB; query: printer)',
    { takes: bytes },
  ),
  'post /api/jobs/preflight': answers<PreflightAnswer, PreflightRequest>(
    'Which printers can take a job, with findings',
  ),
  'post /api/attachments': makes<Attachment>('Send a photo as the body (at most 20 MB); it is downscaled and kept', {
    takes: 'image/*',
  }),
  'post /api/attachments/files': makes<AttachedFile>(
    'Send a file as the body (at most 20 MB); it is kept as it is (query: name)',
    { takes: bytes },
  ),
  'get /api/attachments/{id}': gives('*/*', 'A photo or a file'),
  'post /api/report/{code}': makes<{ recorded: true }>('Report a fault by label, without an account', { isOpen: true }),
  'post /api/report/{code}/photo': makes<Attachment>('A photo for such a report, as the body', {
    takes: 'image/*',
    isOpen: true,
  }),
  'put /api/presence/{id}': does<{ doing: string }>('Say that you have it open; again every 20 s'),
  'delete /api/presence/{id}': does('Say that you are gone'),
  'get /api/logbook/export': gives(lines, 'The whole book as JSON Lines, for backup and replay'),
  'get /api/logbook/whole': gives(lines, 'Whether the chain of the book holds: progress and the result as JSON Lines'),
  'post /api/logbook/views': makes<SavedView, { name: string; query: string }>('Keep a search'),
  'delete /api/logbook/views/{id}': does('Let a kept search go'),
  'put /api/logbook/read-mark': does<{ seq: number }>('Say how far you have read'),
  'post /api/plan/calendar': makes<NewCalendarFeed>('A new secret address of the own calendar; the one before is void'),
  'delete /api/plan/calendar': does('Revoke the address of the own calendar'),
  'get /api/calendar.ics': gives('text/calendar', 'Somebody’s visits as iCalendar (query: key), without a sign-in', {
    isOpen: true,
  }),
  'post /api/plan/stop': does('End the search for a better plan'),
  'post /api/plan/price': answers<PricedMove, PriceRequest>('What it would cost to move tasks of the plan'),
  'put /api/mail/mine': does<MyMail>('The own mail address, and whether a morning mail is wanted'),
  'put /api/mail/server': does<SetMailServer>('The mail server of the workshop, for leads'),
  'delete /api/mail/server': does('Send no mail any more'),
  'post /api/mail/now': answers<{ to: string }>('Send the own mail of today now'),
  'get /api/live': gives('text/event-stream', 'Server-sent events: which areas to fetch again'),
  'get /api/health': answers<{ healthy: boolean }>('Whether the server and its database answer', { isOpen: true }),
  'post /api/bench/life': answers<BenchLifeAnswer, BenchLifeRequest>('Life figures of any records'),
  'post /api/bench/policy': answers<
    BenchPolicyAnswer,
    Omit<BenchPolicyRequest, Usual> & Partial<Pick<BenchPolicyRequest, Usual>>
  >('Rules for a part side by side, from lives and the trade'),
  'post /api/bench/inspection': answers<BenchInspectionAnswer, BenchInspectionRequest>(
    'How often to look for a defect',
  ),
  'post /api/bench/looks': answers<BenchLooksAnswer, BenchLooksRequest>('Rate of defects and their delay, from looks'),
  'post /api/bench/regression': answers<BenchRegressionAnswer, BenchRegressionRequest>('What has bearing on lives'),
  'post /api/bench/incidence': answers<BenchIncidenceAnswer, BenchIncidenceRequest>('Share of failures by cause'),
  'post /api/bench/plan': answers<BenchPlanAnswer, BenchPlanRequest>(
    'Who does what on which day, within limits, with bound and gap',
  ),
  'post /api/bench/survival': answers<BenchSurvivalAnswer, BenchSurvivalRequest>('Chance to get through so many hours'),
  'post /api/bench/rates': answers<BenchRatesAnswer, BenchRatesRequest>('Whether something has become rarer'),
  'post /api/bench/spares': answers<BenchSparesAnswer, BenchSparesRequest>('Smallest stock for a wanted chance'),
  'post /api/bench/recurrence': answers<BenchRecurrenceAnswer, BenchRecurrenceRequest>(
    'Repairs of machines over their age',
  ),
  'post /api/bench/replacement': answers<BenchReplacementAnswer, BenchReplacementRequest>('Least-cost replacement age'),
}

export type CallName = keyof typeof calls
/** What is sent with it; unknown: what an action or a report is, its own schema says. */
export type CallAsked<Name extends CallName> = (typeof calls)[Name] extends Call<unknown, infer Asked> ? Asked : never
export type CallAnswer<Name extends CallName> = (typeof calls)[Name] extends Call<infer Answer> ? Answer : never
