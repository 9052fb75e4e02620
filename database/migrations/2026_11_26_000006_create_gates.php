<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('glyphs', function (Blueprint $table): void {
            $table->string('shelf', 80)->nullable();
            $table->index(['workspace_id', 'shelf']);
        });
        DB::statement("ALTER TABLE glyphs ADD CONSTRAINT glyphs_shelf_given CHECK (btrim(shelf) <> '')");
        // Texts can be longer than an index takes, so they are found by their digest.
        DB::statement('CREATE INDEX glyphs_by_text ON glyphs (workspace_id, md5(text))');

        Schema::create('gates', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->timestampsTz(6);
            $table->softDeletesTz('deleted_at', 6);
            $table->index('workspace_id');
        });
        DB::statement("ALTER TABLE gates ADD CONSTRAINT gates_name_given CHECK (btrim(name) <> '')");

        Schema::create('gate_entries', function (Blueprint $table): void {
            $table->id();
            $table->foreignUuid('gate_id')->constrained()->cascadeOnDelete();
            $table->text('code');
            $table->char('digest', 64);
            $table->string('name', 200);
            $table->unique(['gate_id', 'digest']);
        });

        // Append-only: an undo is written down, not taken away.
        Schema::create('gate_admissions', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('gate_id')->constrained()->cascadeOnDelete();
            $table->foreignId('gate_entry_id')->constrained()->cascadeOnDelete();
            $table->string('door', 60)->default('');
            $table->timestampTz('admitted_at', 6);
            $table->timestampTz('undone_at', 6)->nullable();
            $table->index(['gate_id', 'admitted_at']);
        });
        // What keeps two doors from admitting one code twice, however close together they ask.
        DB::statement('CREATE UNIQUE INDEX gate_admissions_once ON gate_admissions (gate_entry_id) WHERE undone_at IS NULL');
        DB::statement('ALTER TABLE gate_admissions ADD CONSTRAINT gate_admissions_undone_later CHECK (undone_at >= admitted_at)');
    }

    public function down(): void
    {
        Schema::drop('gate_admissions');
        Schema::drop('gate_entries');
        Schema::drop('gates');
        Schema::table('glyphs', function (Blueprint $table): void {
            $table->dropIndex('glyphs_by_text');
            $table->dropColumn('shelf');
        });
    }
};
