<?php

declare(strict_types=1);

use App\Waypoints\Door;

// Short addresses are answered here without the framework, in a tenth of its time; what needs more goes on to it.
spl_autoload_register(static function (string $class): void {
    $root = __DIR__.'/..';
    $file = match (true) {
        str_starts_with($class, 'KeenGlyph\\Core\\') => "$root/core/src/".strtr(substr($class, 15), '\\', '/').'.php',
        str_starts_with($class, 'App\\Waypoints\\') => "$root/app/".strtr(substr($class, 4), '\\', '/').'.php',
        default => '',
    };
    if ($file !== '' && is_file($file)) {
        require $file;
    }
});
$storage = getenv('KEEN_GLYPH_STORAGE');
$header = getenv('KEEN_GLYPH_COUNTRY_HEADER');
$reply = Door::answer($_SERVER, (is_string($storage) && $storage !== '' ? $storage : __DIR__.'/../var/storage').'/waypoints', is_string($header) && $header !== '' ? 'HTTP_'.strtoupper(strtr($header, '-', '_')) : '');
if ($reply === null) {
    require __DIR__.'/index.php';

    return;
}
http_response_code($reply->status);
header_remove('X-Powered-By');
foreach ($reply->headers as $name => $value) {
    header("$name: $value");
}
if ($_SERVER['REQUEST_METHOD'] !== 'HEAD') {
    echo $reply->body;
}
