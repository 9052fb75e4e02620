<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Image\MarkPictures;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** The look asked for: a finish file, and single options that go before it. */
final class FinishOptions
{
    private const VALUED = [
        'finish' => 'A finish file; single options go before it',
        'dark' => 'Ink of the modules, #hex',
        'light' => 'Colour of the ground, #hex',
        'quiet' => 'Modules of the quiet zone',
        'shape' => 'Shape of the modules',
        'ring' => 'Shape of the finder rings',
        'centre' => 'Shape of the finder centres',
        'ring-ink' => 'Ink of the rings, #hex',
        'centre-ink' => 'Ink of the centres, #hex',
        'mark' => 'In the middle: icon:NAME, text:XY or a picture file',
        'mark-size' => 'Modules across the mark',
        'caption' => 'Text beneath; \\n breaks the line',
        'ean' => 'Digits of a retail barcode beneath',
        'padding' => 'Modules of ground outside the quiet zone',
        'corner' => 'Modules of the radius of the corners',
        'border' => 'Modules of the line around',
    ];

    private const WORDS = ['dark', 'light', 'shape', 'ring', 'centre', 'ring-ink', 'centre-ink', 'ean'];

    private const NUMBERS = ['quiet', 'padding', 'corner', 'border'];

    public static function describe(Command $command): void
    {
        $known = ['shape' => ModuleShape::cases(), 'ring' => RingShape::cases(), 'centre' => CentreShape::cases()];
        foreach (self::VALUED as $name => $help) {
            $values = array_column($known[$name] ?? [], 'value');
            $command->addOption($name, null, InputOption::VALUE_REQUIRED, $help.($values === [] ? '' : ': '.implode(', ', $values)), null, $values);
        }
        $command->addOption('transparent', null, InputOption::VALUE_NONE, 'Leave the ground out');
    }

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
