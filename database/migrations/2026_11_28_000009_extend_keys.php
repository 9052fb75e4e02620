<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Keys of two sorts, with an allowance a month, a pace, places they hold from, and an overlap when they are rotated. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('personal_access_tokens', function (Blueprint $table): void {
            $table->string('sort', 12)->default('secret');
            // What a list shows of a secret key; a publishable one is no secret and is kept whole.
            $table->string('shown', 24)->default('kg_…');
            $table->string('public', 40)->nullable()->unique();
            $table->jsonb('origins')->default('[]');
            $table->boolean('must_sign')->default(true);
            $table->integer('max_px')->nullable();
            $table->integer('quota')->nullable();
            $table->integer('per_minute')->default(1200);
            $table->string('previous_token', 64)->nullable()->unique();
            $table->timestampTz('previous_until', 6)->nullable();
            // Counts the signing secrets that the key has had; the one before the last may hold for a while.
            $table->integer('signing')->default(1);
            $table->timestampTz('signing_until', 6)->nullable();
            $table->timestampTz('revoked_at', 6)->nullable();
            $table->index('workspace_id');
        });
        foreach ([
            'keys_sort' => "sort IN ('secret', 'publishable')",
            'keys_public' => "(sort = 'publishable') = (public IS NOT NULL)",
            'keys_quota' => 'quota >= 0',
            'keys_pace' => 'per_minute BETWEEN 1 AND 1000000',
            'keys_side' => 'max_px BETWEEN 21 AND 8192',
            'keys_origins' => "jsonb_typeof(origins) = 'array'",
        ] as $name => $rule) {
            DB::statement("ALTER TABLE personal_access_tokens ADD CONSTRAINT $name CHECK ($rule)");
        }
        Schema::create('key_meters', function (Blueprint $table): void {
            $table->foreignId('key_id')->primary()->constrained('personal_access_tokens')->cascadeOnDelete();
            $table->date('month');
            $table->integer('used')->default(0);
            // Calls in hand: they are given back at the key's pace.
            $table->double('in_hand');
            $table->timestampTz('filled_at', 6);
        });
        Schema::create('key_days', function (Blueprint $table): void {
            $table->foreignId('key_id')->constrained('personal_access_tokens')->cascadeOnDelete();
            $table->date('day');
            $table->string('what', 16);
            $table->integer('calls');
            $table->primary(['key_id', 'day', 'what']);
        });
        Schema::create('key_refusals', function (Blueprint $table): void {
            $table->foreignId('key_id')->constrained('personal_access_tokens')->cascadeOnDelete();
            $table->date('month');
            $table->string('why', 16);
            $table->string('origin', 255)->default('');
            $table->integer('calls');
            $table->timestampTz('last_at', 6);
            $table->primary(['key_id', 'month', 'why', 'origin']);
        });
        // Drawing and reading are told apart, and so is letting in at gates.
        DB::statement(<<<'SQL'
            UPDATE personal_access_tokens SET abilities = (
                SELECT jsonb_agg(DISTINCT new) FROM jsonb_array_elements_text(abilities::jsonb) old, LATERAL unnest(
                    CASE old WHEN 'symbols' THEN ARRAY['draw', 'read'] WHEN 'glyphs:write' THEN ARRAY['glyphs:write', 'gates'] ELSE ARRAY[old] END
                ) new
            )::text
            SQL);
        DB::statement("INSERT INTO key_meters (key_id, month, used, in_hand, filled_at) SELECT id, date_trunc('month', now()), 0, 1000000, now() FROM personal_access_tokens");
    }

    public function down(): void
    {
        DB::statement("DELETE FROM personal_access_tokens WHERE revoked_at IS NOT NULL OR sort = 'publishable'");
        DB::statement(<<<'SQL'
            UPDATE personal_access_tokens SET abilities = (
                SELECT coalesce(jsonb_agg(DISTINCT CASE WHEN new IN ('draw', 'read') THEN 'symbols' ELSE new END), '[]')
                FROM jsonb_array_elements_text(abilities::jsonb) new WHERE new NOT IN ('gates', 'keys')
            )::text
            SQL);
        foreach (['key_refusals', 'key_days', 'key_meters'] as $table) {
            Schema::drop($table);
        }
        Schema::table('personal_access_tokens', fn (Blueprint $table) => $table->dropColumn([
            'sort', 'shown', 'public', 'origins', 'must_sign', 'max_px', 'quota', 'per_minute', 'previous_token', 'previous_until', 'signing', 'signing_until', 'revoked_at',
        ]));
    }
};
