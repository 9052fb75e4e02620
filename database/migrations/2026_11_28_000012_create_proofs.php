<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Proofs of compositions by simulated devices, cell by cell as they are found, and what a workspace requires of its glyphs. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('proofs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignUuid('glyph_id')->nullable()->constrained()->cascadeOnDelete();
            $table->integer('glyph_revision')->nullable();
            $table->string('name', 120);
            $table->jsonb('given');
            $table->jsonb('plan');
            $table->integer('seed');
            // Names what the figures depend on: the same digest has the same ones.
            $table->string('digest', 40);
            $table->string('state', 12)->default('queued');
            $table->integer('total');
            $table->jsonb('subject');
            $table->jsonb('grade')->nullable();
            $table->boolean('met')->nullable();
            $table->string('trouble', 300)->nullable();
            $table->timestampTz('started_at', 6)->nullable();
            $table->timestampTz('finished_at', 6)->nullable();
            $table->timestampsTz(6);
            $table->index(['workspace_id', 'created_at']);
            $table->index(['glyph_id', 'created_at']);
            $table->index(['workspace_id', 'digest']);
        });
        DB::statement("ALTER TABLE proofs ADD CONSTRAINT proofs_state CHECK (state IN ('queued', 'running', 'done', 'cancelled', 'failed'))");
        Schema::create('proof_cells', function (Blueprint $table): void {
            $table->foreignUuid('proof_id')->constrained()->cascadeOnDelete();
            $table->integer('place');
            $table->jsonb('found');
            $table->primary(['proof_id', 'place']);
        });
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->string('proof_require', 2000)->default('');
        });
    }

    public function down(): void
    {
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->dropColumn('proof_require');
        });
        Schema::drop('proof_cells');
        Schema::drop('proofs');
    }
};
