<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a run leaves beside its file: glyphs on a shelf, waypoints, a gate's list. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('runs', function (Blueprint $table): void {
            $table->jsonb('keep')->nullable();
            $table->uuid('gate_id')->nullable();
        });
        Schema::table('run_items', function (Blueprint $table): void {
            $table->uuid('glyph_id')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('runs', fn (Blueprint $table) => $table->dropColumn(['keep', 'gate_id']));
        Schema::table('run_items', fn (Blueprint $table) => $table->dropColumn('glyph_id'));
    }
};
