CREATE SEQUENCE "log_entry_seq";
--> statement-breakpoint
CREATE FUNCTION log_entry_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'The log is append-only: % is refused. Put a mistake right with an amend action.', TG_OP
    USING ERRCODE = 'restrict_violation', CONSTRAINT = 'log_entry_append_only';
END
$$;
--> statement-breakpoint
CREATE TRIGGER log_entry_no_change BEFORE UPDATE OR DELETE ON "log_entry"
  FOR EACH ROW EXECUTE FUNCTION log_entry_is_append_only();
--> statement-breakpoint
CREATE TRIGGER log_entry_no_truncate BEFORE TRUNCATE ON "log_entry"
  FOR EACH STATEMENT EXECUTE FUNCTION log_entry_is_append_only();
--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_counter_order" CHECK ("removed_hours" IS NULL OR "removed_hours" >= "fitted_hours");
--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_removal_is_whole"
  CHECK (("removed_at" IS NULL) = ("removal_reason" IS NULL) AND ("removed_at" IS NULL) = ("removed_hours" IS NULL)
    AND ("removed_at" IS NULL) = ("removed_prints" IS NULL) AND ("removed_at" IS NULL) = ("removed_metres" IS NULL));
--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_removal_reason" CHECK ("removal_reason" IN
  ('failed', 'worn at check', 'replaced in time', 'upgraded', 'user damage', 'borrowed for another printer'));
--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_role" CHECK ("role" IN ('device', 'member', 'operator', 'technician', 'lead'));
