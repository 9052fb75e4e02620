<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Pages to land on, what was published of them, their files, styles that are used again, answers to their questions, and gates that admit more than once. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('pages', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            // Its short address; its code is the page's too.
            $table->foreignUuid('waypoint_id')->unique()->constrained()->cascadeOnDelete();
            $table->string('code', 24)->unique();
            $table->string('name', 120);
            $table->string('kind', 12);
            $table->jsonb('draft');
            $table->jsonb('published')->nullable();
            $table->integer('revision')->default(0);
            $table->softDeletesTz('deleted_at', 6);
            $table->timestampsTz(6);
            $table->index(['workspace_id', 'created_at']);
        });
        Schema::create('page_revisions', function (Blueprint $table): void {
            $table->id();
            $table->foreignUuid('page_id')->constrained()->cascadeOnDelete();
            $table->integer('number');
            $table->jsonb('content');
            $table->foreignUuid('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampTz('published_at', 6);
            $table->unique(['page_id', 'number']);
        });
        Schema::create('files', function (Blueprint $table): void {
            // By chance, not by time: whoever knows it may fetch the file.
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            // All versions of one file.
            $table->uuid('series');
            $table->integer('version');
            $table->string('name', 120);
            $table->string('media', 40);
            $table->bigInteger('bytes');
            $table->char('digest', 64);
            $table->foreignUuid('user_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampsTz(6);
            $table->unique(['series', 'version']);
            $table->index(['workspace_id', 'created_at']);
        });
        Schema::create('page_styles', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name', 80);
            $table->jsonb('style');
            $table->timestampsTz(6);
            $table->unique(['workspace_id', 'name']);
        });
        Schema::create('page_answers', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('page_id')->constrained()->cascadeOnDelete();
            $table->string('label', 120);
            $table->string('answer', 500);
            $table->timestampTz('created_at', 6);
            $table->index(['page_id', 'created_at']);
        });
        // What visitors did there, by day: no more is kept of it.
        DB::statement('CREATE TABLE page_taps (page_id uuid NOT NULL REFERENCES pages ON DELETE CASCADE, day date NOT NULL, what varchar(12) NOT NULL, times integer NOT NULL, PRIMARY KEY (page_id, day, what))');

        Schema::table('gates', fn (Blueprint $table) => $table->smallInteger('times')->default(1));
        Schema::table('gate_admissions', fn (Blueprint $table) => $table->smallInteger('turn')->default(1));
        DB::statement('DROP INDEX gate_admissions_once');
        // Each turn of a code is taken once, however close together two doors ask.
        DB::statement('CREATE UNIQUE INDEX gate_admissions_once ON gate_admissions (gate_entry_id, turn) WHERE undone_at IS NULL');
    }

    public function down(): void
    {
        DB::statement('DROP INDEX gate_admissions_once');
        DB::statement('DELETE FROM gate_admissions WHERE turn > 1');
        DB::statement('CREATE UNIQUE INDEX gate_admissions_once ON gate_admissions (gate_entry_id) WHERE undone_at IS NULL');
        Schema::table('gate_admissions', fn (Blueprint $table) => $table->dropColumn('turn'));
        Schema::table('gates', fn (Blueprint $table) => $table->dropColumn('times'));
        foreach (['page_taps', 'page_answers', 'page_styles', 'files', 'page_revisions', 'pages'] as $table) {
            Schema::drop($table);
        }
    }
};
