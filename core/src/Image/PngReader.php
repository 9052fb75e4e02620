<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** The parts of a PNG file (ISO/IEC 15948 5.3), one after the other. */
final class PngReader
{
    /** Length, type and check value that every part has beside its data. */
    private const FRAME = 12;

    private const SIGNATURE_BYTES = 8;

    /**
     * @param  int  $most  parts after which a file is given up
     * @return iterable<array{string, string, bool}> type, data, and whether its check value is right; up to IEND
     *
     * @throws InvalidPicture when a part reaches beyond the file, or there are too many
     */
    public static function parts(string $bytes, int $most): iterable
    {
        $at = self::SIGNATURE_BYTES;
        for ($count = 0; $at + self::FRAME <= strlen($bytes); $count++) {
            /** @var array{1: int} $length */
            $length = unpack('N', $bytes, $at);
            if ($count >= $most || $length[1] > strlen($bytes) - $at - self::FRAME) {
                throw self::broken();
            }
            $type = substr($bytes, $at + 4, 4);
            $data = substr($bytes, $at + 8, $length[1]);
            yield [$type, $data, pack('N', crc32($type.$data)) === substr($bytes, $at + 8 + $length[1], 4)];
            if ($type === 'IEND') {
                return;
            }
            $at += self::FRAME + $length[1];
        }
    }

    /** What a file that does not hold together is answered with. */
    public static function broken(): InvalidPicture
    {
        return new InvalidPicture('The PNG file is cut off or damaged.');
    }
}
