<?php

declare(strict_types=1);

use App\Addresses\PictureStore;
use App\Hooks\DeliverHooks;
use App\Jobs\PruneLeftovers;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Schedule;

Schedule::job(new PruneLeftovers)->dailyAt('03:10');
Schedule::command('sanctum:prune-expired --hours=2160')->dailyAt('03:20');
// What fell due meanwhile, and what a killed worker let go of.
Schedule::job(new DeliverHooks)->everyTenSeconds();
// Pictures come by the thousand in a day of mailings.
Schedule::call(static fn (PictureStore $pictures) => $pictures->prune(Config::integer('keen.pictures_bytes')))->hourlyAt(40);
