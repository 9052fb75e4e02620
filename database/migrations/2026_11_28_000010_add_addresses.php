<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A glyph's public address, and what every revision of a glyph and a finish was, so that an address can name one for ever. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('glyphs', function (Blueprint $table): void {
            // Null until somebody gives it an address: nothing leaves the workspace by itself.
            $table->string('public_token', 32)->nullable()->unique();
        });
        Schema::create('glyph_revisions', function (Blueprint $table): void {
            $table->foreignUuid('glyph_id')->constrained()->cascadeOnDelete();
            $table->integer('revision');
            $table->jsonb('given');
            $table->timestampTz('created_at', 6);
            $table->primary(['glyph_id', 'revision']);
        });
        Schema::create('finish_revisions', function (Blueprint $table): void {
            $table->foreignUuid('finish_id')->constrained('finishes')->cascadeOnDelete();
            $table->integer('revision');
            $table->jsonb('finish');
            $table->timestampTz('created_at', 6);
            $table->primary(['finish_id', 'revision']);
        });
        DB::statement('INSERT INTO finish_revisions SELECT id, revision, finish, updated_at FROM finishes');
        DB::statement(<<<'SQL'
            INSERT INTO glyph_revisions SELECT id, revision, jsonb_build_object(
                'as_is', true, 'name', name, 'kind', kind, 'text', text, 'modes', modes, 'level', level, 'module_px', module_px, 'size_px', size_px, 'size_mm', size_mm::float8,
                'dpi', dpi::float8, 'print', print, 'distance_mm', distance_mm, 'quiet', quiet, 'dark', dark, 'light', light, 'finish', finish
            ), updated_at FROM glyphs
            SQL);
    }

    public function down(): void
    {
        Schema::drop('finish_revisions');
        Schema::drop('glyph_revisions');
        Schema::table('glyphs', fn (Blueprint $table) => $table->dropColumn('public_token'));
    }
};
