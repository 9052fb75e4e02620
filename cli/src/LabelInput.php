<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Degrade\PrintedLabel;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\ReadOptions;

/** The label that is proofed: composed as `make` would, or a drawing in a file. */
final readonly class LabelInput
{
    /** Modules of quiet zone around the symbol in a file that are looked for. */
    private const QUIET = 4.0;

    private function __construct(public PrintedLabel $label, public string $text, public string $name)
    {
    }

    public static function of(Arguments $arguments, ?string $file): self
    {
        return $file === null ? self::composed($arguments) : self::drawn($arguments, $file);
    }

    private static function composed(Arguments $arguments): self
    {
        $symbology = (string) $arguments->get('symbology');
        if (! in_array($symbology, ['qr', 'microqr'], true)) {
            throw new UsageError('What is proofed is qr or microqr.');
        }
        $composition = Composition::of(Fields::input($arguments), SymbolOptions::composition($arguments, $symbology === 'microqr', null));

        return new self(self::seen($arguments, $composition->printed()), $composition->symbol->text, $composition->symbol->designation());
    }

    private static function drawn(Arguments $arguments, string $file): self
    {
        $bytes = Files::read($file);
        $moduleMm = $arguments->decimal('module-mm') ?? throw new UsageError('A drawing in a file needs its size: --module-mm, the width of a module in millimetres.');
        if ($moduleMm < 0.05 || $moduleMm > 500) {
            throw new UsageError('--module-mm is 0.05 to 500 millimetres.');
        }
        try {
            $readings = (new PictureReader)->read($bytes, new ReadOptions(ReadOptions::GROUPS['matrix'], 3000.0))->outcome->readings;
            $reading = $readings[0] ?? throw new UsageError("No QR Code symbol was read in “{$file}”: what is proofed must be readable to begin with.");
            $header = (new PictureDecoder)->header($bytes);
            [$first, $second, $third, $fourth] = $reading->frame->corners;
            // Of a mirrored symbol rows and columns are exchanged.
            $corners = $reading->mirrored ? [$first, $fourth, $third, $second] : [$first, $second, $third, $fourth];
            [$xs, $ys] = [array_map(static fn ($point): float => $point->x, $corners), array_map(static fn ($point): float => $point->y, $corners)];
            $quiet = max(0.0, min(self::QUIET, min(min($xs), min($ys), $header->width - max($xs), $header->height - max($ys)) / $reading->frame->modulePx));

            return new self(self::seen($arguments, PrintedLabel::of($bytes, $corners, $reading->frame->modules, $moduleMm, $quiet, $reading->reversed)), $reading->symbol->content->text, basename($file));
        } catch (InvalidPicture $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
    }

    /** From the front, or from behind the pane that it is printed on. */
    private static function seen(Arguments $arguments, PrintedLabel $label): PrintedLabel
    {
        return $arguments->has('mirrored') ? $label->mirrored() : $label;
    }
}
