<?php

declare(strict_types=1);

use KeenGlyph\Core\Run\ZipWriter;

/** A ZIP of these entries, as a file. @param  callable(ZipWriter): void  $fill */
function zipped(callable $fill): string
{
    $file = (string) tempnam(sys_get_temp_dir(), 'zip');
    $stream = fopen($file, 'w+b');
    $zip = new ZipWriter($stream);
    $fill($zip);
    $zip->finish();
    fclose($stream);

    return $file;
}

it('writes what another program reads back, names in every script', function (): void {
    $entries = ['Honig – 0123.svg' => str_repeat('<path/>', 500), '蜂蜜.png' => random_bytes(900), 'empty.txt' => ''];
    $file = zipped(function (ZipWriter $zip) use ($entries): void {
        foreach ($entries as $name => $bytes) {
            $zip->add($name, $bytes, str_ends_with($name, 'png'));
        }
        $zip->addWritten('manifest.json', function ($stream): void {
            for ($i = 0; $i < 40_000; $i++) {
                fwrite($stream, "row $i\n");
            }
        });
    });
    $read = new ZipArchive;
    expect($read->open($file, ZipArchive::CHECKCONS))->toBeTrue()->and($read->numFiles)->toBe(4);
    foreach ($entries as $name => $bytes) {
        expect($read->getFromName($name))->toBe($bytes);
    }
    expect($read->getFromName('manifest.json'))->toBe(implode('', array_map(fn (int $i): string => "row $i\n", range(0, 39_999))))
        ->and($read->statName('Honig – 0123.svg')['comp_size'])->toBeLessThan(100)->and($read->statName('蜂蜜.png')['comp_size'])->toBe(900);
    unlink($file);
});

it('has room for more entries than the first form of the format', function (): void {
    $file = zipped(function (ZipWriter $zip): void {
        for ($i = 0; $i < 70_000; $i++) {
            $zip->add("$i.txt", "$i", true);
        }
    });
    $read = new ZipArchive;
    expect($read->open($file, ZipArchive::CHECKCONS))->toBeTrue()->and($read->numFiles)->toBe(70_000)->and($read->getFromName('69999.txt'))->toBe('69999');
    exec('python3 -c "import sys, zipfile; print(zipfile.ZipFile(sys.argv[1]).testzip())" '.escapeshellarg($file).' 2>/dev/null', $said, $status);
    expect($status === 127 ? ['None'] : $said)->toBe(['None']);
    unlink($file);
});

it('reaches entries behind the first four gigabytes', function (): void {
    // A sparse file stands for the first entries: only where the last ones lie counts here.
    $file = (string) tempnam(sys_get_temp_dir(), 'zip');
    $stream = fopen($file, 'w+b');
    $zip = new ZipWriter($stream);
    $zip->add('first.txt', 'first', true);
    $skip = 0x100000010 - ftell($stream);
    fseek($stream, $skip, SEEK_CUR);
    (fn () => $this->at += $skip)->call($zip);
    $zip->add('last.txt', 'last', true);
    $zip->finish();
    fclose($stream);
    $read = new ZipArchive;
    expect($read->open($file))->toBeTrue()->and($read->getFromName('last.txt'))->toBe('last')->and($read->getFromName('first.txt'))->toBe('first');
    $read->close();
    unlink($file);
});
