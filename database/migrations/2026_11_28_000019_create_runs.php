<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Runs of a table through a recipe, and what came of each of its rows. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('runs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignUuid('user_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name', 120);
            $table->jsonb('recipe');
            $table->jsonb('columns');
            $table->jsonb('sheet')->nullable();
            $table->string('state', 12)->default('queued');
            $table->integer('total');
            $table->integer('start')->default(1);
            // Counted once when it is done; those under way are counted row by row.
            $table->integer('made')->nullable();
            $table->integer('failed')->nullable();
            $table->integer('searched')->nullable();
            $table->bigInteger('bytes')->nullable();
            $table->jsonb('proof')->nullable();
            $table->jsonb('warnings')->default('[]');
            $table->string('trouble', 300)->nullable();
            $table->timestampTz('started_at', 6)->nullable();
            $table->timestampTz('finished_at', 6)->nullable();
            $table->timestampsTz(6);
            $table->index(['workspace_id', 'created_at']);
        });
        Schema::create('run_items', function (Blueprint $table): void {
            $table->foreignUuid('run_id')->constrained()->cascadeOnDelete();
            $table->integer('row');
            $table->jsonb('cells');
            $table->string('name', 130);
            // 0 waits, 1 is made and read back, 2 is set aside.
            $table->smallInteger('state')->default(0);
            $table->text('text')->default('');
            $table->string('symbol', 20)->nullable();
            $table->char('sha256', 64)->nullable();
            $table->boolean('searched')->default(false);
            $table->string('problem', 500)->nullable();
            $table->primary(['run_id', 'row']);
            $table->index(['run_id', 'state', 'row']);
        });
    }

    public function down(): void
    {
        Schema::drop('run_items');
        Schema::drop('runs');
    }
};
