<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Render\BarSheet;
use KeenGlyph\Core\Report\LinearFacts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\StructuredAppend;

/** `bin/glyph make`: text or fields to pictures and their facts. */
final class MakeCommand implements Command
{
    private const VALUED = ['text', 'bytes-file', 'kind', 'field', 'merge', 'level', 'version', 'mask', 'charset', 'fnc1', 'append', 'module-px', 'size-px', 'size-mm', 'dpi', 'quiet', 'dark', 'light', 'finish', 'out', 'title', 'symbology'];

    private const FLAGS = ['json', 'matrix', 'lift', 'check', 'bare'];

    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, self::VALUED, self::FLAGS);
        if ($arguments->rest !== []) {
            throw new UsageError("“{$arguments->rest[0]}” belongs to no option. Put the text after --text.");
        }
        $out = $arguments->get('out');
        if ($out === null && ! $arguments->has('json')) {
            throw new UsageError('Say where the picture goes with --out FILE, or ask for its facts alone with --json.');
        }
        $file = $out === null ? null : PictureFile::named($out);
        $symbology = $arguments->get('symbology') ?? 'qr';
        $linear = LinearSymbology::tryFrom($symbology);
        if ($linear === null && $symbology !== 'qr' && $symbology !== 'microqr') {
            throw new UsageError("The symbology “{$symbology}” is not drawn here: qr, microqr, ".implode(', ', array_column(LinearSymbology::cases(), 'value')).'.');
        }
        try {
            $facts = $linear === null ? $this->twoDimensional($arguments, $file, $symbology === 'microqr') : [$this->linear($arguments, $file, $linear)];
        } catch (InvalidSymbol|InvalidFinish|InvalidBars $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        self::report($arguments, $output, $facts);

        return 0;
    }

    /** @return list<array<string, mixed>> facts of one symbol, or of each in a sequence */
    private function twoDimensional(Arguments $arguments, ?PictureFile $file, bool $micro): array
    {
        [$text, $kind] = self::text($arguments);
        $options = SymbolOptions::encoding($arguments, $micro, $kind?->needsFnc1() === true);
        $finish = FinishOptions::from($arguments);
        $count = $arguments->integer('append');
        $symbols = $count === null ? [Encoder::encode($text, $options)] : StructuredAppend::encode($text, $count, $options);
        $facts = [];
        foreach ($symbols as $index => $symbol) {
            $facts[] = $this->drawn($arguments, $symbol, $finish, $count === null ? $file : $file?->numbered($index + 1), $kind);
        }

        return $facts;
    }

    /** @return array<string, mixed> */
    private function drawn(Arguments $arguments, QrSymbol $symbol, Finish $finish, ?PictureFile $file, ?Kind $kind): array
    {
        // Micro QR Code wants two blank modules (6.3.8).
        $finish = $symbol->isMicro() && ! $arguments->has('quiet') && ! $arguments->has('finish') ? new Finish($finish->dark, $finish->light, 2) : $finish;
        $layout = Layout::of($symbol->matrix->size(), $finish, SymbolOptions::size($arguments, 8));
        $overlay = $kind === Kind::Swiss ? Overlay::swissCross($symbol->matrix->size()) : null;
        $file?->write($symbol->matrix, $finish, $layout, $arguments->get('title') ?? 'QR code: '.mb_scrub($symbol->text, 'UTF-8'), $overlay);
        $facts = SymbolFacts::of($symbol) + self::measures($layout, $file) + ['quiet' => round($layout->quiet(), 3)];

        return $arguments->has('matrix') ? $facts + ['matrix' => $symbol->matrix->rows] : $facts;
    }

    /** @return array<string, mixed> */
    private function linear(Arguments $arguments, ?PictureFile $file, LinearSymbology $symbology): array
    {
        [$text] = self::text($arguments);
        $symbol = $symbology->encode($text, $arguments->has('check'));
        $finish = FinishOptions::from($arguments);
        $matrix = BarSheet::matrix($symbol, ! $arguments->has('bare'));
        $layout = Layout::ofBars($matrix->columns(), $matrix->size(), SymbolOptions::size($arguments, 3));
        $file?->write($matrix, new Finish($finish->dark, $finish->light, 0), $layout, $arguments->get('title') ?? $symbology->label().': '.mb_scrub($symbol->text, 'UTF-8'));

        return LinearFacts::of($symbol) + self::measures($layout, $file);
    }

    /** @return array<string, mixed> */
    private static function measures(Layout $layout, ?PictureFile $file): array
    {
        $measures = ['module_px' => $layout->modulePx, 'side_px' => $layout->sidePx, 'side_mm' => round($layout->sideMm(), 2), 'height_px' => $layout->heightPx, 'note' => $layout->note];

        return $file === null ? $measures : $measures + ['file' => $file->name];
    }

    /** @return array{string, ?Kind} */
    private static function text(Arguments $arguments): array
    {
        $sources = array_filter(['text', 'bytes-file', 'kind'], $arguments->has(...));
        if (count($sources) !== 1) {
            throw new UsageError('Give exactly one of --text, --bytes-file and --kind.');
        }
        if ($arguments->has('text')) {
            return [(string) $arguments->get('text'), null];
        }
        if ($arguments->has('bytes-file')) {
            return [Files::read((string) $arguments->get('bytes-file')), null];
        }
        $kind = Fields::kind((string) $arguments->get('kind'));
        $payload = Fields::payload($kind, $arguments);
        foreach ($payload->errors() as $problem) {
            throw new UsageError(Fields::words($problem));
        }

        return [$payload->text, $kind];
    }

    /** @param  list<array<string, mixed>>  $facts */
    private static function report(Arguments $arguments, Output $output, array $facts): void
    {
        if ($arguments->has('json')) {
            $output->json($arguments->has('append') ? $facts : $facts[0]);

            return;
        }
        foreach ($facts as $one) {
            $name = isset($one['version']) ? "version {$one['version']}".(isset($one['level']) ? "-{$one['level']}" : '').", mask {$one['mask']}" : "{$one['symbology']}";
            $output->line("{$one['file']}: $name, {$one['modules']} modules, {$one['bytes']} bytes, {$one['module_px']} px a module");
            if (is_string($one['note'])) {
                $output->line($one['note']);
            }
        }
    }
}
