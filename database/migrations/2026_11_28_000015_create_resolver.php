<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Links behind GS1 identifiers. An identifier belongs to whichever workspace took it first. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('resolver_keys', function (Blueprint $table): void {
            $table->string('path', 120)->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
        });
        Schema::create('resolver_links', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('key', 120);
            $table->string('path', 400);
            $table->string('type', 40);
            $table->string('href', 2000);
            $table->string('title', 200);
            $table->string('language', 35)->nullable();
            $table->string('media', 80)->nullable();
            $table->boolean('is_default')->default(false);
            $table->boolean('is_recall')->default(false);
            $table->timestampTz('ends_at', 6)->nullable();
            $table->timestampsTz(6);
            $table->foreign('key')->references('path')->on('resolver_keys')->cascadeOnDelete();
            $table->index(['key', 'path']);
            $table->index(['workspace_id', 'created_at']);
        });
    }

    public function down(): void
    {
        Schema::drop('resolver_links');
        Schema::drop('resolver_keys');
    }
};
