<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

/** @return array{int, string} exit status and everything that was written */
function script(string $command): array
{
    $process = Process::fromShellCommandline($command, __DIR__.'/../..', null, null, 30);
    $process->run();

    return [(int) $process->getExitCode(), $process->getOutput().$process->getErrorOutput()];
}

it('says in one line why it does not start', function (string $command, int $status, string $words) {
    [$code, $text] = script($command);
    expect($code)->toBe($status)->and($text)->toContain($words)->and(count(explode("\n", trim($text))))->toBeLessThan(10);
})->with([
    'a port that is none' => ['bin/start --port none', 1, 'is not a port'],
    'a port below 1024' => ['bin/start --port 80', 1, '1024 to 65535'],
    'an option that is none' => ['bin/start --frsh', 2, 'bin/start [--host'],
    'deleting without a terminal' => ['bin/start --port 18999 --fresh </dev/null', 1, '--yes'],
    'a part that is none' => ['bin/test everything', 2, 'bin/test [core]'],
]);

it('names a port that is in use and another to take', function () {
    $server = stream_socket_server('tcp://127.0.0.1:0');
    $port = (int) explode(':', (string) stream_socket_get_name($server, false))[1];
    [$code, $text] = script("bin/start --port $port");
    expect($code)->toBe(1)->and($text)->toContain("Port $port is in use", '--port '.($port + 1));
    fclose($server);
});

it('prints the exact command to a user who may not install', function () {
    // need_packages as it runs for an ordinary user: id is answered for it, and the package cannot exist.
    [$code, $text] = script("bash -c '. bin/lib.sh; id() { echo 1000; }; need_packages keen-glyph-no-such-package'");
    expect($code)->toBe(1)->and($text)->toContain('sudo apt-get update && sudo apt-get install -y --no-install-recommends keen-glyph-no-such-package');
});

it('says so when the disk is full', function () {
    [$code, $text] = script("bash -c '. bin/lib.sh; df() { echo x; echo x x x 1024 x; }; need_disk'");
    expect($code)->toBe(1)->and($text)->toContain('only 1 MB free');
});

it('runs a step again only when what it depends on has changed', function () {
    $folder = sys_get_temp_dir().'/kg-'.bin2hex(random_bytes(6));
    mkdir($folder);
    [, $text] = script("bash -c '. bin/lib.sh; VAR=$folder; once a one echo ran; once a one echo ran; once a two echo ran; once b two false; once b two echo ran'");
    expect(substr_count($text, 'ran'))->toBe(3);
    exec('rm -rf '.escapeshellarg($folder));
});
