<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\Run;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\Storage;

/** Pictures and results of runs, on any filesystem of the framework. */
final class RunStore
{
    public static function disk(): Filesystem
    {
        return Storage::disk('runs');
    }

    /** With everything that was made. */
    public static function forget(Run $run): void
    {
        self::disk()->deleteDirectory($run->folder());
    }
}
