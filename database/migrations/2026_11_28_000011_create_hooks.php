<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Where a workspace wants to be told what happened, and each telling with what came of it. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('hooks', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->string('url', 2000);
            $table->jsonb('events');
            $table->integer('signing')->default(1);
            $table->timestampTz('signing_until', 6)->nullable();
            // Tries in a row that failed; too many pause it.
            $table->integer('failures')->default(0);
            $table->timestampTz('paused_at', 6)->nullable();
            $table->string('paused_because', 200)->nullable();
            $table->timestampsTz(6);
            $table->index('workspace_id');
        });
        Schema::create('hook_deliveries', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('hook_id')->constrained()->cascadeOnDelete();
            $table->uuid('event_id');
            $table->string('type', 40);
            $table->text('body');
            $table->string('state', 12)->default('due');
            $table->smallInteger('tries')->default(0);
            $table->timestampTz('due_at', 6);
            // While a worker has it; one that dies lets go of it by this time.
            $table->timestampTz('held_until', 6)->nullable();
            $table->smallInteger('status')->nullable();
            $table->integer('ms')->nullable();
            $table->text('answer')->nullable();
            $table->timestampTz('created_at', 6);
            $table->timestampTz('done_at', 6)->nullable();
            $table->index(['hook_id', 'created_at']);
        });
        DB::statement("ALTER TABLE hook_deliveries ADD CONSTRAINT hook_deliveries_state CHECK (state IN ('due', 'delivered', 'failed'))");
        DB::statement("CREATE INDEX hook_deliveries_due ON hook_deliveries (due_at) WHERE state = 'due'");
        DB::statement("ALTER TABLE hooks ADD CONSTRAINT hooks_events CHECK (jsonb_typeof(events) = 'array')");
    }

    public function down(): void
    {
        Schema::drop('hook_deliveries');
        Schema::drop('hooks');
    }
};
