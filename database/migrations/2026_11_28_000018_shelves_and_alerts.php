<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Tags and an archive for glyphs; for waypoints, what somebody wants to be told of, and how long trails are kept. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('glyphs', function (Blueprint $table): void {
            $table->jsonb('tags')->default('[]');
            $table->timestampTz('archived_at', 6)->nullable();
        });
        DB::statement('CREATE INDEX glyphs_by_tag ON glyphs USING gin (tags jsonb_path_ops)');
        DB::statement('CREATE INDEX glyphs_tag_letters ON glyphs USING gin ((tags::text) gin_trgm_ops) WHERE deleted_at IS NULL');
        DB::statement('CREATE INDEX glyphs_shown ON glyphs (workspace_id, updated_at DESC, id DESC) WHERE deleted_at IS NULL AND archived_at IS NULL');
        Schema::create('alerts', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            // Null for every waypoint of the workspace.
            $table->foreignUuid('waypoint_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('sort', 12);
            // Scans, days or per cent, as the sort has it.
            $table->integer('number')->nullable();
            $table->jsonb('mails')->default('[]');
            $table->timestampsTz(6);
            $table->index('workspace_id');
        });
        // What was told already, so that nothing is told twice; scans that wait to be told together.
        Schema::create('alert_states', function (Blueprint $table): void {
            $table->foreignUuid('alert_id')->constrained()->cascadeOnDelete();
            $table->foreignUuid('waypoint_id')->constrained()->cascadeOnDelete();
            $table->timestampTz('told_at', 6)->nullable();
            $table->bigInteger('told_scans')->default(0);
            $table->primary(['alert_id', 'waypoint_id']);
        });
        Schema::table('workspaces', fn (Blueprint $table) => $table->integer('trail_days')->nullable());
    }

    public function down(): void
    {
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn('trail_days'));
        Schema::drop('alert_states');
        Schema::drop('alerts');
        DB::statement('DROP INDEX glyphs_shown');
        DB::statement('DROP INDEX glyphs_tag_letters');
        DB::statement('DROP INDEX glyphs_by_tag');
        Schema::table('glyphs', fn (Blueprint $table) => $table->dropColumn(['tags', 'archived_at']));
    }
};
