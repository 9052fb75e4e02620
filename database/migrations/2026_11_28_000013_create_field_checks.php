<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Prints of a glyph that people read with their own devices, each check behind a short address that ends. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('field_checks', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->foreignUuid('glyph_id')->constrained()->cascadeOnDelete();
            $table->integer('glyph_revision');
            // What was printed: a later revision says something else.
            $table->text('text');
            $table->string('code', 12)->unique();
            $table->string('asks', 200);
            $table->timestampTz('expires_at', 6);
            $table->timestampsTz(6);
            $table->index(['workspace_id', 'created_at']);
            $table->index(['glyph_id', 'created_at']);
        });
        Schema::create('field_results', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('field_check_id')->constrained()->cascadeOnDelete();
            $table->string('device', 80)->nullable();
            $table->string('outcome', 8);
            $table->boolean('by_hand');
            $table->float('ms')->nullable();
            $table->integer('tries');
            $table->jsonb('figures');
            // A small grey cut-out in base64: the picture itself is never kept.
            $table->text('picture')->nullable();
            // Not yet sent: read, but whoever read it has not said with what.
            $table->timestampTz('sent_at', 6)->nullable();
            $table->timestampsTz(6);
            $table->index(['field_check_id', 'created_at']);
        });
        // What a reader makes of some of the pictures when nobody tells it where the symbol is.
        Schema::table('proofs', fn (Blueprint $table) => $table->jsonb('blind')->nullable());
        // Devices of one's own that every proof looks at too.
        Schema::table('workspaces', fn (Blueprint $table) => $table->jsonb('proof_devices')->default('[]'));
        DB::statement("ALTER TABLE field_results ADD CONSTRAINT field_results_outcome CHECK (outcome IN ('read', 'other', 'unread'))");
    }

    public function down(): void
    {
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn('proof_devices'));
        Schema::table('proofs', fn (Blueprint $table) => $table->dropColumn('blind'));
        Schema::drop('field_results');
        Schema::drop('field_checks');
    }
};
