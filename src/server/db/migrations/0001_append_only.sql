-- History is never rewritten: events, catalogue revisions and frozen documents can be added, and that is all.
CREATE FUNCTION refuse_rewrite() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER job_event_append_only BEFORE UPDATE OR DELETE ON job_event FOR EACH ROW EXECUTE FUNCTION refuse_rewrite();
--> statement-breakpoint
CREATE TRIGGER catalogue_row_append_only BEFORE UPDATE OR DELETE ON catalogue_row FOR EACH ROW EXECUTE FUNCTION refuse_rewrite();
--> statement-breakpoint
CREATE TRIGGER release_document_append_only BEFORE UPDATE OR DELETE ON release_document FOR EACH ROW EXECUTE FUNCTION refuse_rewrite();
