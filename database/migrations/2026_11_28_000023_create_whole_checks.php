<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Tables that are looked through in the queue before they are drawn. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('whole_checks', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->jsonb('recipe');
            $table->jsonb('keep')->nullable();
            $table->string('state', 12)->default('queued');
            $table->integer('total');
            $table->integer('looked_at')->default(0);
            $table->json('found')->nullable();
            $table->timestampsTz(6);
            $table->index(['workspace_id', 'created_at']);
        });
    }

    public function down(): void
    {
        Schema::drop('whole_checks');
    }
};
