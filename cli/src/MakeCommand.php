<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Render\EpsRenderer;
use KeenGlyph\Core\Render\PdfRenderer;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Render\TextRenderer;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Version;

/** `bin/glyph make`: text to a picture and its facts. */
final class MakeCommand implements Command
{
    public const FORMATS = ['svg', 'png', 'webp', 'jpg', 'pdf', 'eps', 'txt'];

    private const VALUED = ['text', 'bytes-file', 'kind', 'field', 'level', 'version', 'mask', 'module-px', 'size-px', 'size-mm', 'dpi', 'quiet', 'dark', 'light', 'finish', 'out', 'title', 'symbology'];

    private const FLAGS = ['json', 'matrix'];

    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, self::VALUED, self::FLAGS);
        if ($arguments->rest !== []) {
            throw new UsageError("“{$arguments->rest[0]}” belongs to no option. Put the text after --text.");
        }
        $format = self::format($arguments);
        try {
            $symbol = Encoder::encode(self::text($arguments), self::encodeOptions($arguments));
            $finish = FinishOptions::from($arguments);
            $layout = Layout::of($symbol->matrix->size(), $finish, self::size($arguments));
        } catch (InvalidSymbol|InvalidFinish $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        $facts = SymbolFacts::of($symbol) + [
            'module_px' => $layout->modulePx,
            'side_px' => $layout->sidePx,
            'side_mm' => round($layout->sideMm(), 2),
            'quiet' => round($layout->quiet(), 3),
            'note' => $layout->note,
        ];
        $out = $arguments->get('out');
        if ($out !== null) {
            self::write($out, self::picture((string) $format, $symbol, $finish, $layout, $arguments->get('title')));
            $facts['file'] = $out;
        }
        self::report($arguments, $output, $symbol, $facts);

        return 0;
    }

    /** @param  array<string, mixed>  $facts */
    private static function report(Arguments $arguments, Output $output, QrSymbol $symbol, array $facts): void
    {
        if ($arguments->has('matrix')) {
            $facts['matrix'] = $symbol->matrix->rows;
        }
        if ($arguments->has('json')) {
            $output->json($facts);

            return;
        }
        $output->line(sprintf('%s: version %s, mask %d, %d modules, %d bytes, %d px a module', $arguments->get('out'), $symbol->designation(), $symbol->mask, $symbol->matrix->size(), strlen($symbol->text), $facts['module_px']));
        if (is_string($facts['note'])) {
            $output->line($facts['note']);
        }
    }

    private static function format(Arguments $arguments): ?string
    {
        $out = $arguments->get('out');
        if (! in_array($arguments->get('symbology') ?? 'qr', ['qr'], true)) {
            throw new UsageError("The symbology “{$arguments->get('symbology')}” is not drawn here: only qr.");
        }
        if ($out === null) {
            if (! $arguments->has('json')) {
                throw new UsageError('Say where the picture goes with --out FILE, or ask for its facts alone with --json.');
            }

            return null;
        }
        $format = strtolower(pathinfo($out, PATHINFO_EXTENSION));
        $format = $format === 'jpeg' ? 'jpg' : $format;
        if (! in_array($format, self::FORMATS, true)) {
            throw new UsageError("“{$out}” does not end in a format written here: ".implode(', ', self::FORMATS).'.');
        }

        return $format;
    }

    private static function text(Arguments $arguments): string
    {
        $sources = array_filter(['text', 'bytes-file', 'kind'], $arguments->has(...));
        if (count($sources) !== 1) {
            throw new UsageError('Give exactly one of --text, --bytes-file and --kind.');
        }
        if ($arguments->has('text')) {
            return (string) $arguments->get('text');
        }
        if ($arguments->has('bytes-file')) {
            return Files::read((string) $arguments->get('bytes-file'));
        }
        $kind = Kind::tryFrom((string) $arguments->get('kind')) ?? throw new UsageError("There is no kind “{$arguments->get('kind')}”: ".implode(', ', array_column(Kind::cases(), 'value')).'.');
        $wanted = $kind === Kind::Link ? 'url' : 'text';
        $fields = [];
        foreach ($arguments->all('field') as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            $fields[$name] = $value;
        }
        if (array_keys($fields) !== [$wanted]) {
            throw new UsageError("The kind “{$kind->value}” takes one field: --field $wanted=…");
        }
        $payload = $kind->payload($fields[$wanted]);
        foreach ($payload->errors() as $problem) {
            throw new UsageError("$wanted: {$problem->message}");
        }

        return $payload->text;
    }

    private static function encodeOptions(Arguments $arguments): EncodeOptions
    {
        $level = $arguments->get('level') ?? 'M';
        $version = $arguments->integer('version');

        return new EncodeOptions(
            Level::tryFrom(strtoupper($level)) ?? throw new UsageError("There is no level “{$level}”: choose L, M, Q or H."),
            $version === null ? null : Version::of($version),
            $arguments->integer('mask'),
        );
    }

    private static function size(Arguments $arguments): Size
    {
        $given = array_values(array_filter(['module-px', 'size-px', 'size-mm'], $arguments->has(...)));
        if (count($given) > 1) {
            throw new UsageError("Give only one of --{$given[0]} and --{$given[1]}.");
        }
        $dpi = $arguments->decimal('dpi');

        return match ($given[0] ?? null) {
            'size-px' => Size::ofSide((int) $arguments->integer('size-px'), $dpi ?? Size::SCREEN_DPI),
            'size-mm' => Size::ofMillimetres((float) $arguments->decimal('size-mm'), $dpi ?? throw new UsageError('--size-mm needs --dpi: the dots an inch of the printer or screen.')),
            default => Size::ofModule($arguments->integer('module-px') ?? 8, $dpi ?? Size::SCREEN_DPI),
        };
    }

    private static function picture(string $format, QrSymbol $symbol, Finish $finish, Layout $layout, ?string $title): string
    {
        $title ??= 'QR code: '.mb_scrub($symbol->text, 'UTF-8');
        $png = static fn (): string => PngRenderer::render($symbol->matrix, $finish, $layout);

        return match ($format) {
            'svg' => SvgRenderer::render($symbol->matrix, $finish, $layout, $title),
            'pdf' => PdfRenderer::render($symbol->matrix, $finish, $layout, $title),
            'eps' => EpsRenderer::render($symbol->matrix, $finish, $layout),
            'png' => $png(),
            'webp' => PictureEncoder::webp($png()),
            'jpg' => PictureEncoder::jpeg($png()),
            default => TextRenderer::render($symbol->matrix, $finish),
        };
    }

    private static function write(string $file, string $bytes): void
    {
        if (@file_put_contents($file, $bytes) !== strlen($bytes)) {
            throw new UsageError("“{$file}” cannot be written: ".(error_get_last()['message'] ?? 'unknown reason').'.');
        }
    }
}
