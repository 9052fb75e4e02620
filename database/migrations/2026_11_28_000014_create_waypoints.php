<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Short addresses whose destination can change, what was published behind them, and the trail of their scans. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('waypoints', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('code', 24)->unique();
            $table->string('name', 120);
            $table->jsonb('draft');
            $table->jsonb('published')->nullable();
            $table->integer('revision')->default(0);
            // Grows with everything that an answer can show, so that an older copy never takes a newer one's place.
            $table->bigInteger('version')->default(1);
            $table->string('pause', 300)->nullable();
            $table->string('passphrase', 255)->nullable();
            // Numbers given to scans, where an answer hangs on them; and scans as the trail has counted them.
            $table->bigInteger('numbered')->default(0);
            $table->bigInteger('scans')->default(0);
            $table->timestampTz('first_scan_at', 6)->nullable();
            $table->timestampTz('last_scan_at', 6)->nullable();
            $table->softDeletesTz('deleted_at', 6);
            $table->timestampsTz(6);
            $table->index(['workspace_id', 'updated_at']);
            $table->index(['workspace_id', 'created_at']);
        });
        // Every code that was ever given out: printed matter outlives what stood behind it.
        Schema::create('waypoint_codes', function (Blueprint $table): void {
            $table->string('code', 24)->primary();
            $table->string('look', 24)->unique();
            $table->timestampTz('taken_at', 6)->useCurrent();
        });
        Schema::create('waypoint_revisions', function (Blueprint $table): void {
            $table->id();
            $table->foreignUuid('waypoint_id')->constrained()->cascadeOnDelete();
            $table->integer('number');
            $table->jsonb('route');
            $table->foreignUuid('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampTz('published_at', 6);
            $table->unique(['waypoint_id', 'number']);
        });
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->string('zone', 60)->default('UTC');
            $table->boolean('ask_before_leaving')->default(false);
            $table->jsonb('own_hosts')->default('[]');
        });
        DB::statement(<<<'SQL'
            CREATE TABLE scans (
                at timestamptz NOT NULL, waypoint_id uuid NOT NULL, revision integer NOT NULL, rule smallint NOT NULL, sort varchar(8) NOT NULL, device varchar(8) NOT NULL, platform varchar(8) NOT NULL,
                language varchar(12) NOT NULL, country varchar(2) NOT NULL, referrer varchar(120) NOT NULL, visitor varchar(16) NOT NULL
            ) PARTITION BY RANGE (at)
            SQL);
        DB::statement('CREATE INDEX scans_of ON scans (waypoint_id, at DESC)');
        DB::statement(<<<'SQL'
            CREATE TABLE trail_hours (
                waypoint_id uuid NOT NULL, hour timestamptz NOT NULL, sort varchar(8) NOT NULL, rule smallint NOT NULL, device varchar(8) NOT NULL, platform varchar(8) NOT NULL, language varchar(12) NOT NULL,
                country varchar(2) NOT NULL, referrer varchar(120) NOT NULL, scans integer NOT NULL, PRIMARY KEY (waypoint_id, hour, sort, rule, device, platform, language, country, referrer)
            )
            SQL);
        DB::statement('CREATE TABLE trail_days (waypoint_id uuid NOT NULL, day date NOT NULL, scans integer NOT NULL, visitors integer NOT NULL, PRIMARY KEY (waypoint_id, day))');
        DB::statement('CREATE TABLE trail_seen (waypoint_id uuid NOT NULL, day date NOT NULL, visitor varchar(16) NOT NULL, PRIMARY KEY (waypoint_id, day, visitor))');
        // A batch is written with its scans or not at all, so that no scan counts twice.
        DB::statement('CREATE TABLE trail_batches (name varchar(64) PRIMARY KEY, scans integer NOT NULL, written_at timestamptz NOT NULL DEFAULT now())');
        DB::statement('CREATE TABLE trail_salts (day date PRIMARY KEY, salt varchar(64) NOT NULL)');
    }

    public function down(): void
    {
        foreach (['trail_salts', 'trail_batches', 'trail_seen', 'trail_days', 'trail_hours', 'scans'] as $table) {
            DB::statement("DROP TABLE $table");
        }
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn(['zone', 'ask_before_leaving', 'own_hosts']));
        Schema::drop('waypoint_revisions');
        Schema::drop('waypoint_codes');
        Schema::drop('waypoints');
    }
};
