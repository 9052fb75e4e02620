<?php

declare(strict_types=1);

use KeenGlyph\Core\Tests\Payload\Answers;

// What is said of texts and fields as people enter them, damaged and whole: every word of it reaches somebody, on screen or
// through the API. `php core/tests/Payload/record-answers.php` writes the answers anew; look through what `git diff` shows of them.

it('answers as it did', function (): void {
    $other = [];
    foreach (Answers::recorded() as [$asked, $answer]) {
        if (Answers::to($asked) !== $answer && count($other) < 5) {
            $other[] = ['asked' => $asked, 'recorded' => $answer, 'now' => Answers::to($asked)];
        }
    }
    expect($other)->toBe([]);
});
