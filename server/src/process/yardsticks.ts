import express, { Router } from 'express'
import type { Services } from '../services/services.ts'

/** Statements that read the very rows that a page shows, and nothing else. */
const rows = {
  floor: `SELECT p.id, p.name, m.make, m.name AS model, p.model_id, p.room, p.rack, p.place, p.hold_reason, p.meter_hours, p.counted_at,
    p.hours, k.result - 'perDay' - 'mark' AS line
    FROM printer p JOIN printer_model m ON m.id = p.model_id LEFT JOIN kept_figure k ON k.figure = 'due' AND k.about = p.id`,
  round: `(SELECT item FROM due_item WHERE urgency = 'overdue' LIMIT 400) UNION ALL
    (SELECT item FROM due_item WHERE urgency = 'this week' LIMIT 400) UNION ALL
    (SELECT item FROM due_item WHERE urgency = 'later' LIMIT 120)`,
}

/** Routes that only parse and answer, or only read and answer: what the bench measures the real ones by. */
export function yardsticks({ database }: Services): Router {
  const router = Router()
  router.post('/api/bench-echo', express.json(), (request, response) => void response.status(201).json(request.body))
  for (const [name, text] of Object.entries(rows))
    router.get(`/api/bench-rows/${name}`, async (_request, response) => {
      response.json((await database.pool.query({ name: `bench-${name}`, text })).rows)
    })
  return router
}
