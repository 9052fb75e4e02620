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
        Schema::table('workspaces', function (Blueprint $table): void {
            $table->string('chat_template', 300)->nullable();
            $table->char('region', 2)->nullable();
            $table->string('gs1_domain', 300)->nullable();
        });
        DB::statement("ALTER TABLE workspaces ADD CONSTRAINT workspaces_region CHECK (region ~ '^[A-Z]{2}$')");
    }

    public function down(): void
    {
        Schema::table('workspaces', fn (Blueprint $table) => $table->dropColumn(['chat_template', 'region', 'gs1_domain']));
    }
};
