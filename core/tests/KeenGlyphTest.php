<?php

declare(strict_types=1);

/** @return array<string, array{string}> the examples of the README, by their first line */
function readmeExamples(): array
{
    preg_match_all('/```php\n(.*?)```/s', (string) file_get_contents(__DIR__.'/../README.md'), $found);
    $examples = [];
    foreach ($found[1] as $i => $code) {
        $examples['example '.($i + 1)] = [$code];
    }

    return $examples;
}

it('runs the examples of the README as they stand, and they say what their notes promise', function (string $code) {
    $folder = sys_get_temp_dir().'/kg-readme-'.bin2hex(random_bytes(4));
    mkdir($folder);
    file_put_contents("$folder/example.php", '<?php require '.var_export(dirname(__DIR__).'/vendor/autoload.php', true).";\n$code");
    exec('cd '.escapeshellarg($folder).' && php -d error_reporting=-1 -d display_errors=1 example.php 2>&1', $lines, $status);
    expect($status)->toBe(0, implode("\n", $lines))->and(implode("\n", $lines))->not->toContain('Warning');
    preg_match_all('#;\s+// (\S+)$#m', $code, $promised);
    foreach ($promised[1] as $word) {
        expect($lines)->toContain($word);
    }
    foreach (glob("$folder/*.{svg,png}", GLOB_BRACE) ?: [] as $file) {
        expect(filesize($file))->toBeGreaterThan(200);
    }
    if (preg_match_all("/file_put_contents\\('([^']+)'/", $code, $written) > 0) {
        foreach ($written[1] as $file) {
            expect(is_file("$folder/$file"))->toBeTrue($file);
        }
    }
})->with(readmeExamples());
