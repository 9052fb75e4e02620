<?php

declare(strict_types=1);

use KeenGlyph\Cli\Application;

foreach (['imagick', 'mbstring', 'intl', 'zlib'] as $extension) {
    if (! extension_loaded($extension)) {
        fwrite(STDERR, "glyph: PHP's $extension extension is missing; install it with: apt-get install php8.2-$extension\n");
        exit(2);
    }
}

$packages = __DIR__.'/vendor/autoload.php';
if (! is_file($packages)) {
    fwrite(STDERR, "glyph: installing the command line's packages, this once\n");
    exec('cd '.escapeshellarg(__DIR__).' && COMPOSER_ALLOW_SUPERUSER=1 composer install --no-dev --no-interaction --quiet 2>&1');
}
if (! is_file($packages)) {
    fwrite(STDERR, "glyph: the command line's packages are missing; install them with: cd cli && composer install\n");
    exit(2);
}
require $packages;

exit((new Application)->runWords(array_slice($argv, 1)));
