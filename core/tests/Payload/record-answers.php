<?php

// Answers every recorded question anew: php core/tests/Payload/record-answers.php

declare(strict_types=1);

use KeenGlyph\Core\Tests\Payload\Answers;

require __DIR__.'/../../vendor/autoload.php';

$lines = '';
foreach (Answers::recorded() as [$asked]) {
    $lines .= json_encode(['asked' => $asked, 'answer' => Answers::to($asked)], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n";
}
file_put_contents(Answers::FILE, $lines);
