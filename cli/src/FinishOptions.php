<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\MarkPictures;

/** The look asked for: a finish file, and single options that go before it. */
final class FinishOptions
{
    /** Options that take a value. */
    public const VALUED = ['finish', 'dark', 'light', 'quiet', 'shape', 'ring', 'centre', 'ring-ink', 'centre-ink', 'mark', 'mark-size', 'caption', 'ean', 'padding', 'corner', 'border'];

    public const FLAGS = ['transparent'];

    private const WORDS = ['dark', 'light', 'shape', 'ring', 'centre', 'ring-ink', 'centre-ink', 'ean'];

    private const NUMBERS = ['quiet', 'padding', 'corner', 'border'];

    /** @throws UsageError|InvalidFinish */
    public static function from(Arguments $arguments, bool $micro = false): Finish
    {
        $file = $arguments->get('finish');
        $values = $file === null ? [] : self::read($file);
        // Micro QR Code wants two blank modules (ISO/IEC 18004:2015 6.3.8).
        $values += $micro ? ['quiet' => 2] : [];
        foreach (self::WORDS as $name) {
            if ($arguments->has($name)) {
                $values[str_replace('-', '_', $name)] = $arguments->get($name);
            }
        }
        foreach (self::NUMBERS as $name) {
            $values[$name] = $arguments->decimal($name) ?? $values[$name] ?? null;
        }
        if ($arguments->has('transparent')) {
            $values['transparent'] = true;
        }
        if ($arguments->has('caption')) {
            $caption = is_array($values['caption'] ?? null) ? $values['caption'] : [];
            $values['caption'] = ['text' => str_replace('\n', "\n", (string) $arguments->get('caption'))] + $caption;
        }
        if ($arguments->has('mark')) {
            $mark = is_array($values['mark'] ?? null) ? $values['mark'] : [];
            $values['mark'] = self::mark((string) $arguments->get('mark')) + array_diff_key($mark, ['icon' => 1, 'text' => 1, 'picture' => 1]);
        }
        if ($arguments->has('mark-size') && is_array($values['mark'] ?? null)) {
            $values['mark']['size'] = $arguments->decimal('mark-size');
        }

        return FinishFile::read($values, new MarkPictures);
    }

    /**
     * `icon:comb`, `text:FB`, or a picture file.
     *
     * @return array<string, string>
     */
    private static function mark(string $given): array
    {
        if (preg_match('/^(icon|text):(.+)$/sD', $given, $match) === 1) {
            return [$match[1] => $match[2]];
        }
        $type = match (strtolower(pathinfo($given, PATHINFO_EXTENSION))) {
            'svg' => 'svg+xml',
            'jpg', 'jpeg' => 'jpeg',
            'webp' => 'webp',
            default => 'png',
        };

        return ['picture' => "data:image/$type;base64,".base64_encode(Files::read($given))];
    }

    /** @return array<mixed> */
    private static function read(string $file): array
    {
        $given = json_decode(Files::read($file), true);
        if (! is_array($given) || array_is_list($given) && $given !== []) {
            throw new UsageError("{$file} is not a JSON object such as {\"dark\": \"#2B1A0E\", \"light\": \"#FFFAEC\", \"quiet\": 4}.");
        }

        return $given;
    }
}
