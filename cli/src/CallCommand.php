<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Waypoints, pages, alerts and all else that lives on a server: its API with a key from the environment. */
#[AsCommand('call', 'Ask a Keen Glyph server, with the key in KEEN_GLYPH_KEY')]
final class CallCommand extends Command
{
    private const METHODS = ['GET', 'POST', 'PATCH', 'PUT', 'DELETE'];

    private const SECONDS = 60;

    protected function configure(): void
    {
        $this
            ->addArgument('words', InputArgument::IS_ARRAY, 'Method and path, such as POST waypoints')
            ->addOption('server', null, InputOption::VALUE_REQUIRED, 'Its address; KEEN_GLYPH_URL, or http://127.0.0.1:8080')
            ->addOption('set', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A field of the body, as name=value; JSON values as they are')
            ->addOption('body', null, InputOption::VALUE_REQUIRED, 'A file with the body as JSON; - reads it from stdin')
            ->addOption('file', null, InputOption::VALUE_REQUIRED, 'A file to upload')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'Where the answer goes')
            ->setHelp("  bin/glyph call GET waypoints\n  bin/glyph call POST waypoints --body waypoint.json\n  bin/glyph call POST pages/ID/publish\n  bin/glyph call POST files --file guide.pdf\n\n".Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $words = $arguments->words('words');
        $method = strtoupper($words[0] ?? '');
        if (count($words) !== 2 || ! in_array($method, self::METHODS, true)) {
            throw new UsageError('Say what to ask: bin/glyph call GET waypoints. Methods are '.implode(', ', self::METHODS).'.');
        }
        $key = getenv('KEEN_GLYPH_KEY');
        if (! is_string($key) || $key === '') {
            throw new UsageError('Put a key into the environment: export KEEN_GLYPH_KEY=…; Keys in the application makes one.');
        }
        $server = rtrim($arguments->get('server') ?? (getenv('KEEN_GLYPH_URL') ?: 'http://127.0.0.1:8080'), '/');
        if (preg_match('#^https?://[^/\s]+$#', $server) !== 1) {
            throw new UsageError('A server is an address such as https://codes.fennmoor.example.');
        }
        $path = ltrim($words[1], '/');
        $path = str_starts_with($path, 'api/v1/') ? $path : "api/v1/$path";
        [$headers, $body] = self::body($arguments);
        $call = curl_init("$server/$path");
        curl_setopt_array($call, [
            CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => self::SECONDS, CURLOPT_HTTPHEADER => ["Authorization: Bearer $key", 'Accept: application/json, */*;q=0.8', ...$headers], CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
            ...($body === null ? [] : [CURLOPT_POSTFIELDS => $body]),
        ]);
        $answer = curl_exec($call);
        if (! is_string($answer)) {
            $report->error("$server does not answer: ".curl_error($call));

            return 1;
        }
        $status = (int) curl_getinfo($call, CURLINFO_RESPONSE_CODE);
        $out = $arguments->get('out');
        if ($out !== null && $status < 400) {
            if (@file_put_contents($out, $answer) === false) {
                throw new UsageError("“{$out}” cannot be written.");
            }
        } elseif ($answer !== '') {
            $report->raw($answer);
        }
        if ($status >= 400) {
            $report->error("$method /$path answered $status.");
        }

        return $status < 400 ? 0 : 1;
    }

    /**
     * @return array{list<string>, string|array<string, \CURLFile|string>|null} headers and body
     *
     * @throws UsageError
     */
    private static function body(Arguments $arguments): array
    {
        if ($arguments->has('file')) {
            $file = (string) $arguments->get('file');
            Files::read($file);
            $fields = ['file' => new \CURLFile($file, null, basename($file))];
            foreach (self::pairs($arguments) as $name => $value) {
                $fields[$name] = is_scalar($value) ? (string) $value : (string) json_encode($value);
            }

            return [[], $fields];
        }
        if ($arguments->has('body')) {
            $file = (string) $arguments->get('body');
            $body = $file === '-' ? (string) stream_get_contents(STDIN) : Files::read($file);

            return json_decode($body) !== null ? [['Content-Type: application/json'], $body] : throw new UsageError("“{$file}” holds no JSON.");
        }
        $pairs = self::pairs($arguments);

        return $pairs === [] ? [[], null] : [['Content-Type: application/json'], json_encode($pairs, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)];
    }

    /**
     * @return array<string, mixed>
     *
     * @throws UsageError
     */
    private static function pairs(Arguments $arguments): array
    {
        $pairs = [];
        foreach ($arguments->all('set') as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), null];
            if ($value === null || $name === '') {
                throw new UsageError("--set takes name=value, not “{$pair}”.");
            }
            $decoded = json_decode($value, true);
            $pairs[$name] = $decoded === null && $value !== 'null' ? $value : $decoded;
        }

        return $pairs;
    }
}
