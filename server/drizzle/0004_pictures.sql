CREATE TABLE "pictures" (
	"hash" text PRIMARY KEY NOT NULL,
	"bytes" "bytea" NOT NULL,
	"thumbnail" "bytea" NOT NULL
);
