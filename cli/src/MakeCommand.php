<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Report\LinearFacts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\StructuredAppend;

/** `bin/glyph make`: text or fields to pictures and their facts. */
final class MakeCommand implements Command
{
    private const VALUED = ['text', 'bytes-file', 'kind', 'field', 'merge', 'level', 'version', 'mask', 'charset', 'fnc1', 'append', 'module-px', 'size-px', 'size-mm', 'size-in', 'dpi', 'out', 'title', 'symbology', 'print', 'distance-mm', 'reserve', ...FinishOptions::VALUED];

    private const FLAGS = ['json', 'matrix', 'lift', 'check', 'bare', 'cmyk', 'ledger', ...FinishOptions::FLAGS];

    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, self::VALUED, self::FLAGS);
        if ($arguments->rest !== []) {
            throw new UsageError("“{$arguments->rest[0]}” belongs to no option. Put the text after --text.");
        }
        $out = $arguments->get('out');
        if ($out === null && ! $arguments->has('json') && ! $arguments->has('ledger')) {
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

        return self::fails($facts) ? 1 : 0;
    }

    /** @return list<array<string, mixed>> facts of one symbol, or of each in a sequence */
    private function twoDimensional(Arguments $arguments, ?PictureFile $file, bool $micro): array
    {
        [$text, $payload] = self::text($arguments);
        $options = SymbolOptions::encoding($arguments, $micro, $payload?->kind->needsFnc1() === true);
        $finish = FinishOptions::from($arguments, $micro)->saying($payload?->readable() ?? '');
        $count = $arguments->integer('append');
        $symbols = $count === null ? [Encoder::encode($text, $options)] : StructuredAppend::encode($text, $count, $options);
        $facts = [];
        foreach ($symbols as $index => $symbol) {
            $facts[] = $this->drawn($arguments, $symbol, $options, $finish, $count === null ? $file : $file?->numbered($index + 1), $payload ?? Payloads::parse($text, Kind::Text));
        }

        return $facts;
    }

    /** @return array<string, mixed> */
    private function drawn(Arguments $arguments, QrSymbol $symbol, EncodeOptions $options, Finish $finish, ?PictureFile $file, Payload $payload): array
    {
        $layout = Layout::of($symbol->matrix->size(), $finish, SymbolOptions::size($arguments, 8));
        $overlay = $payload->kind === Kind::Swiss ? Overlay::swissCross($symbol->matrix->size()) : null;
        $scene = SceneBuilder::of($symbol, $finish, $layout, $arguments->get('title') ?? 'QR code: '.mb_scrub($symbol->text, 'UTF-8'), $overlay);
        // Looked at before anything is written, so that a wrong word leaves no file behind.
        [$printing, $reserve] = [SymbolOptions::printing($arguments), SymbolOptions::reserve($arguments)];
        $file?->write($scene, $symbol->matrix, $finish, SymbolOptions::inks($arguments), $layout->askedMm !== null);
        $facts = SymbolFacts::of($symbol) + self::measures($layout, $file) + ['quiet' => round($layout->quiet(), 3)];
        if ($arguments->has('ledger')) {
            $subject = new Subject($payload, $symbol, $options, $finish, $layout, $layout->sidePx * $layout->heightPx <= Subject::MAX_PIXELS ? PngRenderer::render($scene) : null, $printing, $arguments->decimal('distance-mm') ?? Subject::DISTANCE, $reserve);
            $facts['ledger'] = array_map(static fn (LedgerLine $line): array => $line->toArray(), Ledger::of($subject));
        }

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
        $scene = SceneBuilder::ofGrid($matrix, $finish->bare(), $layout, $arguments->get('title') ?? $symbology->label().': '.mb_scrub($symbol->text, 'UTF-8'));
        $file?->write($scene, $matrix, $finish->bare(), SymbolOptions::inks($arguments), $layout->askedMm !== null);

        return LinearFacts::of($symbol) + self::measures($layout, $file);
    }

    /** @return array<string, mixed> */
    private static function measures(Layout $layout, ?PictureFile $file): array
    {
        $measures = ['module_px' => $layout->modulePx, 'side_px' => $layout->sidePx, 'side_mm' => round($layout->sideMm(), 2), 'height_px' => $layout->heightPx, 'note' => $layout->note];

        return $file === null ? $measures : $measures + ['file' => $file->name];
    }

    /** @return array{string, ?Payload} */
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

        return [$payload->text, $payload];
    }

    /**
     * Whether a ledger that was asked for has a line that fails.
     *
     * @param  list<array<string, mixed>>  $facts
     */
    private static function fails(array $facts): bool
    {
        foreach ($facts as $one) {
            if (is_array($one['ledger'] ?? null) && in_array('fails', array_column($one['ledger'], 'verdict'), true)) {
                return true;
            }
        }

        return false;
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
            $output->line(($one['file'] ?? 'not written').": $name, {$one['modules']} modules, {$one['bytes']} bytes, {$one['module_px']} px a module");
            if (is_string($one['note'])) {
                $output->line($one['note']);
            }
            foreach (is_array($one['ledger'] ?? null) ? $one['ledger'] : [] as $line) {
                $output->line(sprintf('%-9s %-20s %-22s %s', $line['verdict'], $line['title'], $line['figure'], $line['note']));
            }
        }
    }
}
