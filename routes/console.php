<?php

declare(strict_types=1);

use App\Jobs\PruneLeftovers;
use Illuminate\Support\Facades\Schedule;

Schedule::job(new PruneLeftovers)->dailyAt('03:10');
Schedule::command('sanctum:prune-expired --hours=24')->dailyAt('03:20');
