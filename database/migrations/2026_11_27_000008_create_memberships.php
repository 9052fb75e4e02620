<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A person is in several workspaces, with a role in each; a key belongs to one of them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('memberships', function (Blueprint $table): void {
            $table->uuid('id')->primary();
            $table->foreignUuid('user_id')->constrained()->cascadeOnDelete();
            $table->foreignUuid('workspace_id')->constrained()->cascadeOnDelete();
            $table->string('role', 16);
            $table->timestampsTz(6);
            $table->unique(['user_id', 'workspace_id']);
            $table->index('workspace_id');
        });
        DB::statement("ALTER TABLE memberships ADD CONSTRAINT memberships_role CHECK (role IN ('owner', 'editor', 'reader'))");
        DB::statement("INSERT INTO memberships (id, user_id, workspace_id, role, created_at, updated_at) SELECT gen_random_uuid(), id, workspace_id, 'owner', now(), now() FROM users");

        Schema::table('personal_access_tokens', function (Blueprint $table): void {
            $table->foreignUuid('workspace_id')->nullable()->constrained()->cascadeOnDelete();
        });
        DB::statement('UPDATE personal_access_tokens k SET workspace_id = u.workspace_id FROM users u WHERE u.id = k.tokenable_id');
        DB::statement('DELETE FROM personal_access_tokens WHERE workspace_id IS NULL');
        DB::statement('ALTER TABLE personal_access_tokens ALTER COLUMN workspace_id SET NOT NULL');

        Schema::table('users', function (Blueprint $table): void {
            // Where they were last, for the next time that they sign in.
            $table->foreignUuid('last_workspace_id')->nullable()->constrained('workspaces')->nullOnDelete();
        });
        DB::statement('UPDATE users SET last_workspace_id = workspace_id');
        Schema::table('users', fn (Blueprint $table) => $table->dropColumn('workspace_id'));
    }

    public function down(): void
    {
        Schema::table('users', fn (Blueprint $table) => $table->foreignUuid('workspace_id')->nullable()->constrained()->cascadeOnDelete());
        DB::statement('UPDATE users u SET workspace_id = m.workspace_id FROM (SELECT DISTINCT ON (user_id) user_id, workspace_id FROM memberships ORDER BY user_id, created_at) m WHERE m.user_id = u.id');
        DB::statement('DELETE FROM users WHERE workspace_id IS NULL');
        DB::statement('ALTER TABLE users ALTER COLUMN workspace_id SET NOT NULL');
        Schema::table('users', fn (Blueprint $table) => $table->dropColumn('last_workspace_id'));
        Schema::table('personal_access_tokens', fn (Blueprint $table) => $table->dropColumn('workspace_id'));
        Schema::drop('memberships');
    }
};
