<?php

declare(strict_types=1);

// Read once when php-fpm starts (opcache.preload): the classes that a request needs are then there without being looked
// for, in a third of the time. The list is made by `artisan app:preload-list`; a change of the code needs a new start.
$list = getenv('KEEN_GLYPH_PRELOAD_LIST');
if (is_string($list) && is_file($list)) {
    foreach (file($list, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $file) {
        if (is_file($file)) {
            opcache_compile_file($file);
        }
    }
}
