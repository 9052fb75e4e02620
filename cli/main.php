<?php

declare(strict_types=1);

use KeenGlyph\Cli\Application;

foreach (['imagick', 'mbstring', 'intl', 'zlib'] as $extension) {
    if (! extension_loaded($extension)) {
        fwrite(STDERR, "glyph: PHP's $extension extension is missing; install it with: apt-get install php8.2-$extension\n");
        exit(2);
    }
}

require __DIR__.'/../core/vendor/autoload.php';
spl_autoload_register(static function (string $class): void {
    $file = __DIR__.'/src/'.str_replace('\\', '/', substr($class, strlen('KeenGlyph\\Cli\\'))).'.php';
    if (str_starts_with($class, 'KeenGlyph\\Cli\\') && is_file($file)) {
        require $file;
    }
});

exit(Application::run(array_slice($argv, 1)));
