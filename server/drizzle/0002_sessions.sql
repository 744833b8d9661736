CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"ends_at" timestamp with time zone NOT NULL
);
