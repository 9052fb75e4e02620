<?php

declare(strict_types=1);

namespace App\Composition;

use App\Support\FileName;
use KeenGlyph\Core\Finish\Layout;
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
        $payload = $composition->kind->payload($composition->text);
        $refusal = $payload->refusal();
        if ($refusal !== null) {
            throw new RefusedPayload($refusal);
        }
        $symbol = Encoder::encode($composition->text, $composition->encoding);

        return new self($composition, $payload, $symbol, Layout::of($symbol->matrix->size(), $composition->finish, $composition->size));
    }

    public function svg(): string
    {
        return SvgRenderer::render($this->symbol->matrix, $this->composition->finish, $this->layout, $this->title());
    }

    public function png(): string
    {
        return $this->png ??= PngRenderer::render($this->symbol->matrix, $this->composition->finish, $this->layout);
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
        return 'QR code: '.($this->composition->name ?? $this->composition->text);
    }

    /** @param  'svg'|'png'  $format */
    public function fileName(string $format): string
    {
        return FileName::of($this->composition->name ?? $this->composition->text, $this->symbol, $this->layout, $format);
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
