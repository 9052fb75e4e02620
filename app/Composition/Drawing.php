<?php

declare(strict_types=1);

namespace App\Composition;

use App\Support\FileName;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\QrSymbol;
use LogicException;

/** A composition carried out: the symbol, its place in the picture, and the pictures themselves. */
final class Drawing
{
    private ?string $png = null;

    private function __construct(
        public readonly Composition $composition,
        public readonly Payload $payload,
        public readonly QrSymbol $symbol,
        public readonly Layout $layout,
    ) {
    }

    /**
     * @throws RefusedPayload when no symbol may be made of the text
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol|\KeenGlyph\Core\Finish\InvalidFinish
     */
    public static function of(Composition $composition): self
    {
        $payload = $composition->payload;
        if ($payload->refusal() !== null) {
            throw new RefusedPayload($payload, $composition->fromFields);
        }
        $symbol = Encoder::encode($payload->text, $composition->encoding);

        return new self($composition, $payload, $symbol, Layout::of($symbol->matrix->size(), $composition->finish, $composition->size));
    }

    public function svg(): string
    {
        return SvgRenderer::render($this->symbol->matrix, $this->composition->finish, $this->layout, $this->title(), $this->overlay());
    }

    public function png(): string
    {
        return $this->png ??= PngRenderer::render($this->symbol->matrix, $this->composition->finish, $this->layout, $this->overlay());
    }

    /** @param  'svg'|'png'  $format */
    public function picture(string $format): string
    {
        return $format === 'svg' ? $this->svg() : $this->png();
    }

    /** @return list<LedgerLine> */
    public function ledger(): array
    {
        return Ledger::of($this->payload, $this->composition->finish, $this->layout, $this->png());
    }

    /** What a screen reader says in place of the picture. */
    public function title(): string
    {
        return 'QR code: '.($this->composition->name ?? self::inWords($this->payload));
    }

    /** @param  'svg'|'png'  $format */
    public function fileName(string $format): string
    {
        return FileName::of($this->composition->name ?? self::inWords($this->payload), $this->symbol, $this->layout, $format);
    }

    /** The cross in the middle of a Swiss bill. */
    private function overlay(): ?Overlay
    {
        return $this->payload->kind === Kind::Swiss ? Overlay::swissCross($this->symbol->matrix->size()) : null;
    }

    /** A text that people can read: element strings with brackets, others as they stand. */
    private static function inWords(Payload $payload): string
    {
        return $payload->kind === Kind::Gs1Elements ? ElementString::fromSymbol($payload->text)->bracketed() : $payload->text;
    }

    /** @return 'image/svg+xml'|'image/png' */
    public static function mediaType(string $format): string
    {
        return match ($format) {
            'svg' => 'image/svg+xml',
            'png' => 'image/png',
            default => throw new LogicException("No such format: $format"),
        };
    }
}
