CREATE TABLE "marks" (
	"key" text PRIMARY KEY NOT NULL,
	"mark" json NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
