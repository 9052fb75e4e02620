<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Imagick;
use ImagickException;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\MarkReader;
use KeenGlyph\Core\Finish\OutlineArt;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Render\PngFile;

/** Pictures that people want as marks: bounded by their first bytes, decoded, made small and written anew. */
final class MarkPictures implements MarkReader
{
    private const MAX_BYTES = 1_000_000;

    private const MAX_SIDE = 4096;

    /**
     * A picture file as a mark, cleaned: what is neither outline nor pixel does not get in.
     *
     * @param  string  $bytes  PNG, JPEG, WebP or SVG
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish when it is none of these, too large, or holds what could run
     */
    public function read(string $bytes): PixelArt|OutlineArt
    {
        if (strlen($bytes) > self::MAX_BYTES) {
            throw self::refusal(sprintf('The picture has %.1f MB; 1 MB is the most for a mark.', strlen($bytes) / 1e6));
        }
        if (preg_match('/^(?:\xEF\xBB\xBF)?\s*<(?:\?xml|svg|!|[\w.-]+:svg)/i', $bytes) === 1) {
            return SvgOutlines::read((string) preg_replace('/^\xEF\xBB\xBF/', '', $bytes));
        }
        try {
            $header = PictureHeader::of($bytes);
        } catch (InvalidPicture $e) {
            throw self::refusal($e->getMessage() === 'This is not a picture that can be read here: choose a PNG, JPEG or WebP file.' ? 'A mark is a PNG, JPEG, WebP or SVG file.' : $e->getMessage());
        }
        if (max($header->width, $header->height) > self::MAX_SIDE) {
            throw self::refusal(sprintf('The picture is %d × %d pixels; %d on a side is the most for a mark.', $header->width, $header->height, self::MAX_SIDE));
        }

        return self::own($bytes, $header) ?? self::decoded($bytes, $header);
    }

    /** A file of our own writing needs no decoder. */
    private static function own(string $bytes, PictureHeader $header): ?PixelArt
    {
        if ($header->format !== 'png' || max($header->width, $header->height) > PixelArt::MAX_PX || substr($bytes, 24, 5) !== "\x08\x06\0\0\0" || substr($bytes, 37, 4) !== 'pHYs' || substr($bytes, 58, 4) !== 'IDAT') {
            return null;
        }
        $length = (int) hexdec(bin2hex(substr($bytes, 54, 4)));
        $row = 4 * $header->width + 1;
        // Another file may only look like one of ours.
        $data = @gzuncompress(substr($bytes, 62, $length), $row * $header->height + 1);
        if ($data === false || strlen($data) !== $row * $header->height) {
            return null;
        }
        $rgba = $last = '';
        $same = "\2".str_repeat("\0", $row - 1);
        foreach (str_split($data, max(1, $row)) as $line) {
            if ($line[0] !== "\0" && ($line !== $same || $last === '')) {
                return null;
            }
            $last = $line === $same ? $last : substr($line, 1);
            $rgba .= $last;
        }
        $art = self::art($header->width, $header->height, $rgba);

        // Whatever stands behind the pixels would be handed on with them.
        return $art->png === $bytes ? $art : null;
    }

    private static function decoded(string $bytes, PictureHeader $header): PixelArt
    {
        ImageMagick::prepare();
        $picture = new Imagick;
        try {
            $picture->readImageBlob($header->cleaned($bytes), 'mark.'.$header->format);
            $picture->setFirstIterator();
            $frame = $picture->getImage();
            $frame->stripImage();
            $frame->transformImageColorspace(Imagick::COLORSPACE_SRGB);
            $frame->setImageAlphaChannel(Imagick::ALPHACHANNEL_SET);
            $longest = max($frame->getImageWidth(), $frame->getImageHeight());
            if ($longest > PixelArt::MAX_PX) {
                $scale = PixelArt::MAX_PX / $longest;
                $frame->resizeImage(max(1, (int) round($frame->getImageWidth() * $scale)), max(1, (int) round($frame->getImageHeight() * $scale)), Imagick::FILTER_BOX, 1);
            }
            $frame->setImageDepth(8);
            $frame->setImageFormat('RGBA');
            $rgba = $frame->getImageBlob();
            [$width, $height] = [$frame->getImageWidth(), $frame->getImageHeight()];
        } catch (ImagickException|InvalidPicture $e) {
            throw self::refusal('The '.strtoupper($header->format).' file is damaged and cannot be decoded.');
        } finally {
            $picture->clear();
        }

        return self::art($width, $height, $rgba);
    }

    private static function art(int $width, int $height, string $rgba): PixelArt
    {
        return new PixelArt($width, $height, $rgba, PngFile::write($width, $height, 8, PngFile::ALPHA, str_split($rgba, max(1, 4 * $width)), [], 96, 6));
    }

    private static function refusal(string $message): InvalidFinish
    {
        return new InvalidFinish('mark.picture', $message);
    }
}
