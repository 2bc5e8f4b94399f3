CREATE TABLE "set_version" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"seq" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "material" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "part_type" ADD COLUMN "nozzle_mm" double precision;--> statement-breakpoint
INSERT INTO set_version (id, site_id, version, seq)
SELECT id, (array_agg(site_id))[1], count(*)::int, max(seq) FROM (
  SELECT 'item ' || (payload->>'itemId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-item'
  UNION ALL
  SELECT 'box ' || (payload->>'boxId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-box'
  UNION ALL
  SELECT 'rates' AS id, site_id, seq FROM log_entry WHERE kind = 'set-rates'
  UNION ALL
  SELECT 'cause ' || (payload->>'causeId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-cause'
  UNION ALL
  SELECT 'symptom ' || (payload->>'symptomId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-symptom'
  UNION ALL
  SELECT 'test ' || (payload->>'testId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-test'
  UNION ALL
  SELECT 'upset ' || (payload->>'upsetId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-upset'
  UNION ALL
  SELECT 'shifts ' || (payload->>'personId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-shifts'
  UNION ALL
  SELECT 'standing rule ' || (payload->>'partTypeId') AS id, site_id, seq FROM log_entry WHERE kind = 'set-standing-rule'
  UNION ALL
  SELECT 'calendar' AS id, site_id, seq FROM log_entry WHERE kind = 'set-calendar'
  UNION ALL
  SELECT 'plan rules' AS id, site_id, seq FROM log_entry WHERE kind = 'set-plan-rules'
  UNION ALL
  SELECT 'site address' AS id, site_id, seq FROM log_entry WHERE kind = 'set-site-address'
  UNION ALL
  SELECT 'model ' || (payload->>'modelId') AS id, site_id, seq FROM log_entry WHERE kind = 'change-model'
  UNION ALL
  SELECT 'part type ' || (payload->>'partTypeId') AS id, site_id, seq FROM log_entry WHERE kind = 'change-part-type'
  UNION ALL
  SELECT 'person ' || (payload->>'personId') AS id, site_id, seq FROM log_entry WHERE kind = 'change-person'
  UNION ALL
  SELECT 'reading ' || (payload->>'readingKindId') AS id, site_id, seq FROM log_entry WHERE kind = 'change-reading-kind'
  UNION ALL
  SELECT 'relaxed rules' AS id, site_id, seq FROM log_entry WHERE kind = 'relax-rules'
) AS told WHERE id IS NOT NULL GROUP BY id;
