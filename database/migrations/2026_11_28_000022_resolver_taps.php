<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How often each link behind a GS1 identifier answered somebody, by day: nothing of who they were. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('resolver_taps', function (Blueprint $table): void {
            $table->foreignUuid('link_id')->constrained('resolver_links')->cascadeOnDelete();
            $table->date('day');
            $table->integer('times');
            $table->primary(['link_id', 'day']);
        });
    }

    public function down(): void
    {
        Schema::drop('resolver_taps');
    }
};
