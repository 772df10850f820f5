-- Issued versions, logged events and the audit trail are only ever added to.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'Rows of % are only ever added.', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END;
$$;
--> statement-breakpoint
CREATE TRIGGER routine_version_append_only BEFORE UPDATE OR DELETE ON "routine_version" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER session_event_append_only BEFORE UPDATE OR DELETE ON "session_event" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER audit_append_only BEFORE UPDATE OR DELETE ON "audit" FOR EACH ROW EXECUTE FUNCTION refuse_change();
