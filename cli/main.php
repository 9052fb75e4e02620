<?php

declare(strict_types=1);

use KeenGlyph\Cli\Application;

// The command line needs no installed packages: the core has none, so two folders are all there is to load.
spl_autoload_register(static function (string $class): void {
    foreach (['KeenGlyph\\Core\\' => __DIR__.'/../core/src/', 'KeenGlyph\\Cli\\' => __DIR__.'/src/'] as $prefix => $folder) {
        if (str_starts_with($class, $prefix)) {
            $file = $folder.str_replace('\\', '/', substr($class, strlen($prefix))).'.php';
            if (is_file($file)) {
                require $file;
            }
        }
    }
});

foreach (['imagick', 'mbstring', 'intl', 'zlib'] as $extension) {
    if (! extension_loaded($extension)) {
        fwrite(STDERR, "glyph: PHP's $extension extension is missing; install it with: apt-get install php8.2-$extension\n");
        exit(2);
    }
}

exit(Application::run(array_slice($argv, 1)));
