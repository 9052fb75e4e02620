<?php

declare(strict_types=1);

use App\Hooks\DeliverHooks;
use App\Jobs\PruneLeftovers;
use Illuminate\Support\Facades\Schedule;

Schedule::job(new PruneLeftovers)->dailyAt('03:10');
Schedule::command('sanctum:prune-expired --hours=24')->dailyAt('03:20');
// What fell due meanwhile, and what a killed worker let go of.
Schedule::job(new DeliverHooks)->everyTenSeconds();
