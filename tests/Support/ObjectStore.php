<?php

declare(strict_types=1);

namespace Tests\Support;

use RuntimeException;

/** A small S3-compatible server of another's making, on a free port and a folder of its own, for as long as a test needs it. */
final class ObjectStore
{
    /** @var resource */
    private $process;

    private function __construct(public readonly int $port, public readonly string $folder, mixed $process)
    {
        $this->process = is_resource($process) ? $process : throw new RuntimeException('The store could not be started.');
    }

    public static function start(): self
    {
        $listener = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('There is no free port.');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($listener, false), ':'), 1);
        fclose($listener);
        $folder = sys_get_temp_dir().'/kg-store-'.bin2hex(random_bytes(4));
        mkdir($folder);
        $process = proc_open(['node', dirname(__DIR__, 2).'/node_modules/s3rver/bin/s3rver.js', '-d', $folder, '-a', '127.0.0.1', '-p', (string) $port, '-s', '--configure-bucket', 'fennmoor'], [['file', '/dev/null', 'r'], ['file', "$folder.log", 'w'], ['file', "$folder.log", 'a']], $pipes);
        $store = new self($port, $folder, $process);
        for ($i = 0; $i < 100; $i++) {
            usleep(100_000);
            if (@fsockopen('127.0.0.1', $port) !== false) {
                return $store;
            }
        }
        throw new RuntimeException('The store does not listen: '.file_get_contents("$folder.log"));
    }

    /** @return array<string, mixed> as config/filesystems.php has it */
    public function disk(string $root): array
    {
        return ['driver' => 's3', 'key' => 'S3RVER', 'secret' => 'S3RVER', 'region' => 'us-east-1', 'bucket' => 'fennmoor', 'endpoint' => "http://127.0.0.1:$this->port", 'use_path_style_endpoint' => true, 'root' => $root, 'throw' => $root !== 'pictures', 'request_checksum_calculation' => 'when_required', 'response_checksum_validation' => 'when_required'];
    }

    public function stop(): void
    {
        proc_terminate($this->process, 9);
        proc_close($this->process);
        exec('rm -rf '.escapeshellarg($this->folder).' '.escapeshellarg("$this->folder.log"));
    }
}
