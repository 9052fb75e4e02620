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
        DB::statement('CREATE EXTENSION IF NOT EXISTS pg_trgm');

        Schema::create('glyphs', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignUuid('created_by')->nullable()->constrained('users')->nullOnDelete();
            $table->string('name', 120);
            $table->string('kind', 32);
            $table->text('text');
            $table->char('level', 1);
            $table->smallInteger('module_px')->nullable();
            $table->integer('size_px')->nullable();
            $table->smallInteger('quiet');
            $table->char('dark', 7);
            $table->char('light', 7);
            // Facts of the symbol, kept so that a list need not encode.
            $table->smallInteger('version');
            $table->smallInteger('mask');
            $table->integer('bytes');
            $table->integer('revision')->default(1);
            $table->timestampsTz(6);
            $table->softDeletesTz('deleted_at', 6);
            $table->index(['workspace_id', 'updated_at', 'id']);
        });

        foreach ([
            'glyphs_name_given' => "btrim(name) <> ''",
            'glyphs_text_given' => 'octet_length(text) BETWEEN 1 AND 7089',
            'glyphs_level_known' => "level IN ('L', 'M', 'Q', 'H')",
            'glyphs_one_size' => 'num_nonnulls(module_px, size_px) = 1',
            'glyphs_module_px' => 'module_px BETWEEN 1 AND 256',
            'glyphs_size_px' => 'size_px BETWEEN 21 AND 8192',
            'glyphs_quiet' => 'quiet BETWEEN 0 AND 40',
            'glyphs_colours' => "dark ~ '^#[0-9A-F]{6}$' AND light ~ '^#[0-9A-F]{6}$'",
            'glyphs_version' => 'version BETWEEN 1 AND 40',
            'glyphs_mask' => 'mask BETWEEN 0 AND 7',
            'glyphs_revision' => 'revision >= 1',
        ] as $name => $rule) {
            DB::statement("ALTER TABLE glyphs ADD CONSTRAINT $name CHECK ($rule)");
        }
        DB::statement('CREATE INDEX glyphs_by_name ON glyphs (workspace_id, lower(name), id)');
        DB::statement('CREATE INDEX glyphs_search ON glyphs USING gin (name gin_trgm_ops, text gin_trgm_ops)');

        Schema::create('idempotency_keys', function (Blueprint $table): void {
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('key', 128);
            $table->char('request_hash', 64);
            $table->smallInteger('status')->nullable();
            $table->jsonb('response')->nullable();
            $table->timestampTz('created_at', 6)->index();
            $table->primary(['workspace_id', 'key']);
        });
    }

    public function down(): void
    {
        Schema::drop('idempotency_keys');
        Schema::drop('glyphs');
    }
};
