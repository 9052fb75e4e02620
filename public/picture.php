<?php

declare(strict_types=1);

use App\Addresses\QuickPicture;

// Signed addresses of a text are answered here without the framework, in a third of its time; what needs more goes on to it.
spl_autoload_register(static function (string $class): void {
    $root = __DIR__.'/..';
    $file = match (true) {
        str_starts_with($class, 'KeenGlyph\\Core\\') => "$root/core/src/".strtr(substr($class, 15), '\\', '/').'.php',
        str_starts_with($class, 'App\\') => "$root/app/".strtr(substr($class, 4), '\\', '/').'.php',
        default => '',
    };
    if ($file !== '' && is_file($file)) {
        require $file;
    }
});
// The application's configuration as `artisan config:cache` has written it; without it the application answers.
$cache = getenv('APP_CONFIG_CACHE');
$cache = is_string($cache) && $cache !== '' ? $cache : __DIR__.'/../bootstrap/cache/config.php';
$picture = is_file($cache) ? QuickPicture::answer($_SERVER, require $cache, QuickPicture::connect(...)) : null;
if ($picture === null) {
    require __DIR__.'/index.php';

    return;
}
header_remove('X-Powered-By');
foreach ($picture->headers as $name => $value) {
    header("$name: $value");
}
echo $picture->body;
