<?php

declare(strict_types=1);

use App\Addresses\PictureStore;
use App\Alerts\LookOut;
use App\Hooks\DeliverHooks;
use App\Jobs\PruneLeftovers;
use App\Runs\MendRuns;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Schedule;

// Where several machines have a scheduler, one of them does it.
Schedule::job(new PruneLeftovers)->dailyAt('03:10')->onOneServer();
Schedule::command('sanctum:prune-expired --hours=2160')->dailyAt('03:20')->onOneServer();
// What fell due meanwhile, and what a killed worker let go of.
Schedule::job(new DeliverHooks)->everyTenSeconds();
// Pictures come by the thousand in a day of mailings.
Schedule::call(static fn (PictureStore $pictures) => $pictures->prune(Config::integer('keen.pictures_bytes')))->hourlyAt(40);
// What waits to be told together every minute, what only time brings every hour.
Schedule::call(static fn (LookOut $lookOut) => $lookOut->watch(now()->minute === 7))->name('look out')->everyMinute()->onOneServer();
// Files of runs whose worker was killed while it put them together.
Schedule::call(static fn (MendRuns $mend) => $mend->mend())->name('mend runs')->everyMinute()->onOneServer();
