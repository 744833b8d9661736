CREATE TABLE "entries" (
	"specimen_id" text NOT NULL,
	"seq" integer NOT NULL,
	"entry_id" text NOT NULL,
	"entry" json NOT NULL,
	"arrived_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "entries_specimen_id_seq_pk" PRIMARY KEY("specimen_id","seq"),
	CONSTRAINT "entries_entry_id" UNIQUE("specimen_id","entry_id")
);
--> statement-breakpoint
CREATE TABLE "specimens" (
	"id" text PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_seq" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_specimen_id_specimens_id_fk" FOREIGN KEY ("specimen_id") REFERENCES "public"."specimens"("id") ON DELETE no action ON UPDATE no action;