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
        Schema::create('finishes', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->jsonb('finish');
            $table->boolean('is_default')->default(false);
            $table->integer('revision')->default(1);
            $table->timestampsTz(6);
            $table->softDeletesTz('deleted_at', 6);
        });
        DB::statement("ALTER TABLE finishes ADD CONSTRAINT finishes_name_given CHECK (btrim(name) <> '')");
        DB::statement("ALTER TABLE finishes ADD CONSTRAINT finishes_is_object CHECK (jsonb_typeof(finish) = 'object')");
        DB::statement('ALTER TABLE finishes ADD CONSTRAINT finishes_revision CHECK (revision >= 1)');
        // Deleted ones give their name and their place as default free.
        DB::statement('CREATE UNIQUE INDEX finishes_by_name ON finishes (workspace_id, lower(name)) WHERE deleted_at IS NULL');
        DB::statement('CREATE UNIQUE INDEX finishes_one_default ON finishes (workspace_id) WHERE is_default AND deleted_at IS NULL');

        Schema::table('glyphs', function (Blueprint $table): void {
            // The finish as it was when the glyph was saved: later revisions of a saved one do not reach it unasked.
            $table->jsonb('finish')->default('{}');
            $table->foreignUuid('finish_id')->nullable()->constrained('finishes')->nullOnDelete();
            $table->integer('finish_revision')->nullable();
            $table->decimal('size_mm', 9, 3)->nullable();
            $table->decimal('dpi', 7, 2)->default(96);
            $table->string('print', 16)->default('screen');
            $table->integer('distance_mm')->default(250);
            $table->index('finish_id');
        });
        DB::statement('ALTER TABLE glyphs DROP CONSTRAINT glyphs_one_size');
        foreach ([
            'glyphs_one_size' => 'num_nonnulls(module_px, size_px, size_mm) = 1',
            'glyphs_size_mm' => 'size_mm > 0',
            'glyphs_dpi' => 'dpi BETWEEN 1 AND 4800',
            'glyphs_distance' => 'distance_mm BETWEEN 20 AND 100000',
            'glyphs_finish_is_object' => "jsonb_typeof(finish) = 'object'",
            'glyphs_finish_revision' => '(finish_id IS NULL) OR (finish_revision >= 1)',
        ] as $name => $rule) {
            DB::statement("ALTER TABLE glyphs ADD CONSTRAINT $name CHECK ($rule)");
        }
    }

    public function down(): void
    {
        DB::statement('DELETE FROM glyphs WHERE size_mm IS NOT NULL');
        DB::statement('ALTER TABLE glyphs DROP CONSTRAINT glyphs_one_size');
        Schema::table('glyphs', function (Blueprint $table): void {
            $table->dropConstrainedForeignId('finish_id');
            $table->dropColumn(['finish', 'finish_revision', 'size_mm', 'dpi', 'print', 'distance_mm']);
        });
        DB::statement('ALTER TABLE glyphs ADD CONSTRAINT glyphs_one_size CHECK (num_nonnulls(module_px, size_px) = 1)');
        Schema::drop('finishes');
    }
};
