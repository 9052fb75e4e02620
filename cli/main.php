<?php

declare(strict_types=1);

use Composer\Autoload\ClassLoader;
use KeenGlyph\Cli\Application;

foreach (['imagick', 'mbstring', 'intl', 'zlib'] as $extension) {
    if (! extension_loaded($extension)) {
        fwrite(STDERR, "glyph: PHP's $extension extension is missing; install it with: apt-get install php8.2-$extension\n");
        exit(2);
    }
}

// Our own classes are loaded from two folders. The core's packages are loaded only by what needs them, so that
// everything else starts at once and needs none.
spl_autoload_register(static function (string $class): void {
    foreach (['KeenGlyph\\Core\\' => __DIR__.'/../core/src/', 'KeenGlyph\\Cli\\' => __DIR__.'/src/'] as $prefix => $folder) {
        if (str_starts_with($class, $prefix)) {
            $file = $folder.str_replace('\\', '/', substr($class, strlen($prefix))).'.php';
            if (is_file($file)) {
                require $file;
            }

            return;
        }
    }
    if (! preg_match('/^(?:libphonenumber|Giggsey|League|Symfony)\\\\/', $class)) {
        return;
    }
    $packages = __DIR__.'/../core/vendor/autoload.php';
    if (! is_file($packages)) {
        fwrite(STDERR, "glyph: installing the core's packages, this once\n");
        exec('cd '.escapeshellarg(__DIR__.'/../core').' && COMPOSER_ALLOW_SUPERUSER=1 composer install --no-dev --no-interaction --quiet 2>&1', $said, $status);
    }
    if (! is_file($packages)) {
        fwrite(STDERR, "glyph: the core's packages are missing; install them with: cd core && composer install\n");
        exit(2);
    }
    // Its loader is asked at once: this class is already being looked for.
    $loader = require_once $packages;
    if ($loader instanceof ClassLoader) {
        $loader->loadClass($class);
    }
});

exit(Application::run(array_slice($argv, 1)));
