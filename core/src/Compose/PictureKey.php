<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\RendererVersion;
use Stringable;

/** Names a finished picture by all that went into it and by the version of the renderer, so that caches can keep it. */
final readonly class PictureKey implements Stringable
{
    /** Hexadecimal digits of a key: 128 bits, so that no two pictures share one by chance. */
    private const DIGITS = 32;

    private function __construct(private string $digits)
    {
    }

    /** Of a picture that is composed now. */
    public static function of(Composition $composition, PictureFormat $format): self
    {
        $options = $composition->options;
        $encoding = $composition->encoding;

        return self::ofParts([
            $composition->payload->kind->value, $composition->symbol->text, $composition->symbol->designation(), $composition->symbol->mask,
            $encoding->set->value, $encoding->modes->value, $composition->symbol->matrix->rows,
            FinishFile::write($composition->finish), $options->size->modulePx, $options->size->sidePx, $options->size->askedMm, $options->size->dpi,
            $options->print->inks->value, $options->print->wholeDots, $composition->title(), $format->value,
        ]);
    }

    /**
     * Of a picture that is kept under a revision, without composing it again.
     *
     * @param  string  $revision  names the kept composition and its state
     * @param  array<string, mixed>  $changes  options that the picture has in place of the kept ones
     */
    public static function ofRevision(string $revision, array $changes, PictureFormat $format): self
    {
        ksort($changes);

        return self::ofParts([$revision, $changes, $format->value]);
    }

    /** 32 hexadecimal digits. */
    public function __toString(): string
    {
        return $this->digits;
    }

    /** @param  list<mixed>  $parts */
    private static function ofParts(array $parts): self
    {
        $all = json_encode([RendererVersion::CURRENT, ...$parts], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_PRESERVE_ZERO_FRACTION);

        return new self(substr(hash('sha256', $all), 0, self::DIGITS));
    }
}
