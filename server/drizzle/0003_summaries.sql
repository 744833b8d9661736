CREATE TABLE "summaries" (
	"specimen_id" text PRIMARY KEY NOT NULL,
	"last_seq" integer NOT NULL,
	"version" text NOT NULL,
	"summary" json NOT NULL
);
--> statement-breakpoint
ALTER TABLE "summaries" ADD CONSTRAINT "summaries_specimen_id_specimens_id_fk" FOREIGN KEY ("specimen_id") REFERENCES "public"."specimens"("id") ON DELETE no action ON UPDATE no action;