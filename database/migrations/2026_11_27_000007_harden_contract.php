<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('glyphs', function (Blueprint $table): void {
            // Whether it was saved with errors, on request, as a test pattern.
            $table->boolean('as_is')->default(false);
            $table->string('modes', 16)->default('auto');
        });
        Schema::table('idempotency_keys', function (Blueprint $table): void {
            // Location and ETag of the first answer, for its repetitions.
            $table->text('headers')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('glyphs', fn (Blueprint $table) => $table->dropColumn(['as_is', 'modes']));
        Schema::table('idempotency_keys', fn (Blueprint $table) => $table->dropColumn('headers'));
    }
};
