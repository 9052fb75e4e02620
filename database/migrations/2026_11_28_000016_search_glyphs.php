<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Parts of names and texts are found by their letters in threes, so that a search looks at what may match alone. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('CREATE EXTENSION IF NOT EXISTS pg_trgm');
        DB::statement('CREATE INDEX glyphs_by_letters ON glyphs USING gin (name gin_trgm_ops, text gin_trgm_ops) WHERE deleted_at IS NULL');
        DB::statement('CREATE INDEX waypoints_by_letters ON waypoints USING gin (name gin_trgm_ops, code gin_trgm_ops) WHERE deleted_at IS NULL');
    }

    public function down(): void
    {
        DB::statement('DROP INDEX waypoints_by_letters');
        DB::statement('DROP INDEX glyphs_by_letters');
    }
};
