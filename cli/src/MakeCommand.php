<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use Closure;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Problem;
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
    private const VALUED = ['text', 'bytes-file', 'kind', 'field', 'merge', 'level', 'version', 'mask', 'charset', 'fnc1', 'append', 'module-px', 'size-px', 'size-mm', 'size-in', 'dpi', 'out', 'title', 'symbology', 'modes', 'print', 'distance-mm', 'reserve', ...FinishOptions::VALUED];

    private const FLAGS = ['json', 'matrix', 'lift', 'check', 'bare', 'cmyk', 'ledger', 'as-is', 'force', 'whole-dots', ...FinishOptions::FLAGS];

    private const PRINTER_DPI = 300.0;

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
        } catch (InvalidBars|PictureNotMade $e) {
            $output->error($e->getMessage());

            return 1;
        } catch (StoppedPayload $e) {
            foreach ($e->payload->errors() as $problem) {
                $output->error(Fields::words($problem));
            }
            $output->error('Nothing was drawn. --as-is draws it all the same, for a test.');

            return 1;
        } catch (InvalidSymbol|InvalidFinish $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        self::report($arguments, $output, $facts);

        return self::fails($facts) ? 1 : 0;
    }

    /** @return list<array<string, mixed>> facts of one symbol, or of each in a sequence */
    private function twoDimensional(Arguments $arguments, ?PictureFile $file, bool $micro): array
    {
        $payload = self::payload($arguments);
        $options = SymbolOptions::encoding($arguments, $micro, $payload->kind->needsFnc1());
        $finish = FinishOptions::from($arguments, $micro)->saying($payload->readable());
        $count = $arguments->integer('append');
        $symbols = $count === null ? [Encoder::encode($payload->text, $options)] : StructuredAppend::encode($payload->text, $count, $options);
        $drawn = [];
        foreach ($symbols as $index => $symbol) {
            $drawn[] = $this->drawn($arguments, $symbol, $options, $finish, $count === null ? $file : $file?->numbered($index + 1), $payload);
        }
        // A ledger that was asked for and stops keeps files from being written, all of them.
        $mayWrite = $arguments->has('force') || ! self::fails(array_column($drawn, 0));
        $facts = [];
        foreach ($drawn as [$fact, $write]) {
            if ($mayWrite) {
                $write();
            } else {
                unset($fact['file']);
            }
            $facts[] = $fact;
        }

        return $facts;
    }

    /** @return array{array<string, mixed>, Closure(): void} the facts, and what writes the file */
    private function drawn(Arguments $arguments, QrSymbol $symbol, EncodeOptions $options, Finish $finish, ?PictureFile $file, Payload $payload): array
    {
        $modules = $symbol->matrix->size();
        $isExact = self::isExact($arguments, $file);
        $layout = $isExact ? Layout::exact($modules, $finish, (float) SymbolOptions::millimetres($arguments)) : Layout::of($modules, $finish, SymbolOptions::size($arguments, 8));
        $overlay = $payload->kind === Kind::Swiss ? Overlay::swissCross($modules) : null;
        $scene = SceneBuilder::of($symbol, $finish, $layout, $arguments->get('title') ?? 'QR code: '.mb_scrub($symbol->text, 'UTF-8'), $overlay);
        // Looked at before anything is written, so that a wrong word leaves no file behind.
        [$printing, $reserve, $inks] = [SymbolOptions::printing($arguments), SymbolOptions::reserve($arguments), SymbolOptions::inks($arguments)];
        $facts = SymbolFacts::of($symbol) + self::measures($layout, $file) + ['quiet' => round($layout->quiet(), 3)];
        $facts += ['kind' => $payload->kind->value, 'as_is' => $payload->errors() !== [], 'problems' => array_map(static fn (Problem $problem): array => $problem->toArray(), $payload->problems)];
        if ($arguments->has('ledger')) {
            // What has no dots is judged as a printer of the stated resolution, or a common one, would set it.
            $dots = $isExact ? Layout::of($modules, $finish, Size::ofMillimetres((float) SymbolOptions::millimetres($arguments), $arguments->decimal('dpi') ?? self::PRINTER_DPI)) : $layout;
            $seen = $isExact ? SceneBuilder::of($symbol, $finish, $dots, '', $overlay) : $scene;
            $subject = new Subject($payload, $symbol, $options, $finish, $dots, $dots->sidePx * $dots->heightPx <= Subject::MAX_PIXELS ? PngRenderer::render($seen) : null, $printing, $arguments->decimal('distance-mm') ?? Subject::DISTANCE, $reserve);
            $facts['ledger'] = array_map(static fn (LedgerLine $line): array => $line->toArray(), Ledger::of($subject));
        }
        $write = static function () use ($file, $scene, $symbol, $finish, $inks, $layout): void {
            $file?->write($scene, $symbol->matrix, $finish, $inks, $layout->askedMm !== null);
        };

        return [$arguments->has('matrix') ? $facts + ['matrix' => $symbol->matrix->rows] : $facts, $write];
    }

    /** Whether a length was asked for a file that has no dots: it is kept exactly. */
    private static function isExact(Arguments $arguments, ?PictureFile $file): bool
    {
        return $file?->isVector() === true && ! $arguments->has('whole-dots') && SymbolOptions::millimetres($arguments) !== null;
    }

    /** @return array<string, mixed> */
    private function linear(Arguments $arguments, ?PictureFile $file, LinearSymbology $symbology): array
    {
        $symbol = $symbology->encode(self::plainText($arguments), $arguments->has('check'));
        $finish = FinishOptions::from($arguments);
        $matrix = BarSheet::matrix($symbol, ! $arguments->has('bare'));
        $layout = self::isExact($arguments, $file)
            ? Layout::exactBars($matrix->columns(), $matrix->size(), (float) SymbolOptions::millimetres($arguments))
            : Layout::ofBars($matrix->columns(), $matrix->size(), SymbolOptions::size($arguments, 3));
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

    /** The text as it was given, for symbols that know no kinds. */
    private static function plainText(Arguments $arguments): string
    {
        if (count(array_filter(['text', 'bytes-file', 'field'], $arguments->has(...))) > 1) {
            throw new UsageError('Give exactly one of --text, --bytes-file and --kind with --field.');
        }

        return match (true) {
            $arguments->has('text') => (string) $arguments->get('text'),
            $arguments->has('bytes-file') => Files::read((string) $arguments->get('bytes-file')),
            $arguments->has('kind') => self::payload($arguments)->text,
            default => throw new UsageError('Give exactly one of --text, --bytes-file and --kind with --field.'),
        };
    }

    /** @throws StoppedPayload when it has errors and is not wanted as it is */
    private static function payload(Arguments $arguments): Payload
    {
        $kind = $arguments->has('kind') ? Fields::kind((string) $arguments->get('kind')) : null;
        $isText = $arguments->has('text') || $arguments->has('bytes-file');
        if ($isText && $arguments->has('field')) {
            throw new UsageError('Give either a text or fields.');
        }
        $payload = $kind !== null && ! $isText ? Fields::payload($kind, $arguments) : Fields::ofText(self::plainText($arguments), $kind, $arguments);
        if ($payload->obstacle($arguments->has('as-is')) !== null) {
            throw new StoppedPayload($payload);
        }

        return $payload;
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
            $output->line(($one['file'] ?? 'not written').": $name, {$one['modules']} modules, {$one['bytes']} bytes, {$one['module_px']} px a module".(($one['as_is'] ?? false) === true ? ', drawn as it is with what is wrong' : ''));
            if (is_string($one['note'])) {
                $output->line($one['note']);
            }
            foreach (is_array($one['ledger'] ?? null) ? $one['ledger'] : [] as $line) {
                $output->line(sprintf('%-9s %-20s %-22s %s', $line['verdict'], $line['title'], $line['figure'], $line['note']));
            }
        }
    }
}
