import { eq, isNull, sql } from 'drizzle-orm'
import { isHere, addDays, type OtherDuty, type UpgradeContent } from '@diatribon/contract'
import { calendarHere } from '../platform/calendar.ts'
import { dayIn } from '../platform/wallClock.ts'
import type { Db } from '../platform/database.ts'
import { campaign, upgrade } from '../platform/tables.ts'
import { lentOut } from '../rules/lentOut.ts'
import { printerHeads } from '../rules/printerHeads.ts'
import { outOfUse } from '../rules/outOfUse.ts'
import { spotOf } from '../rules/spot.ts'
import { dayOf } from './urgencyOf.ts'

/** A campaign should be through in so many days. Common practice, no source. */
const daysOfCampaign = 28

export interface UpgradeDue extends OtherDuty {
  upgradeId: string
  content: UpgradeContent
}

/** Upgrades that a campaign still has to install, printer by printer. */
export async function upgradesDue(db: Db, today: string): Promise<UpgradeDue[]> {
  const open = await db
    .select({ row: campaign, content: upgrade.content })
    .from(campaign)
    .innerJoin(upgrade, eq(upgrade.id, campaign.upgradeId))
    .where(isNull(campaign.endedAt))
  if (open.length === 0) return []
  const { rows } = await db.execute<{ campaign_id: string; printer_id: string }>(sql`
    SELECT campaign_id, printer_id FROM upgrade_change
    WHERE campaign_id IS NOT NULL AND undone_seq IS NULL AND taken_back_seq IS NULL`)
  const done = new Set(rows.map((row) => `${row.campaign_id} ${row.printer_id}`))
  const wanted = open.flatMap(({ row, content }) =>
    row.arms.flatMap(({ printerId, arm }) =>
      arm === 'gets it' && !done.has(`${row.id} ${printerId}`) ? [{ row, content, printerId }] : [],
    ),
  )
  const heads = await printerHeads(
    db,
    wanted.map(({ printerId }) => printerId),
  )
  const lent = await lentOut(db)
  const out = await outOfUse(db)
  const day = dayIn((await calendarHere(db)).timeZone)
  const spots = new Map(heads.map((head) => [head.id, head]))
  return wanted.flatMap(({ row, content, printerId }): UpgradeDue[] => {
    const head = spots.get(printerId)
    if (!head || !isHere(head) || lent.has(printerId)) return []
    const dueDate = addDays(day(row.at), daysOfCampaign)
    return [
      {
        id: `upgrade ${row.id} ${printerId}`,
        kind: 'upgrade',
        words: content.name,
        why: row.name,
        printer: spotOf(head, out.get(head.id)),
        dueDate,
        dueRange: null,
        urgency: dayOf(dueDate, today),
        opens: row.upgradeId,
        upgradeId: row.upgradeId,
        content,
      },
    ]
  })
}
