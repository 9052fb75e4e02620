<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function count;
use function max;
use function min;
use function pack;

/**
 * Two tones by what lies within four pixels: dark is what is darker than the mean of the 81 pixels around. The light ring of
 * a finder pattern is lighter than the dark on both its sides even where a blur has left it nearly as dark. Four pixels lie
 * in one integer with sixteen bits each, the even ones of eight in one and the odd ones in another.
 */
final class RingBinariser
{
    /** Pixels on each side that have a say. */
    private const RADIUS = 4;

    private const AREA = (2 * self::RADIUS + 1) ** 2;

    /** Greys, of 127, by which a pixel must be darker than the mean; at full size, where noise has not been averaged, twice that. */
    private const SLACK = 1.5;

    private const EVEN = 0x00FF00FF00FF00FF;

    private const ONES = 0x0001000100010001;

    /** Added to a difference so that its sign is told by one bit, and nothing is borrowed from the next. */
    private const BIAS = 0x4000;

    /** @param  list<array<int, int>>  $rows  the plane's, eight pixels an integer, from 1 */
    public static function binarise(GreyPlane $plane, array $rows): BitPlane
    {
        $height = count($rows);
        $count = count($rows[0]);
        $bias = (self::BIAS - (int) (self::SLACK * ($plane->scale > 1.0 ? 1 : 2) * self::AREA)) * self::ONES;
        // Sums down the rows around; beyond the edge its row goes on.
        $even = array_fill(0, $count + 2, 0);
        $odd = $even;
        for ($k = -self::RADIUS; $k <= self::RADIUS; $k++) {
            foreach ($rows[max(0, min($height - 1, $k))] as $i => $eight) {
                $even[$i] += $eight & self::EVEN;
                $odd[$i] += ($eight >> 8) & self::EVEN;
            }
        }
        $bits = '';
        for ($y = 0; $y < $height; $y++) {
            // The first and the last eight pixels stand for what lies beyond them.
            [$even[0], $odd[0], $even[$count + 1], $odd[$count + 1]] = [$even[1], $odd[1], $even[$count], $odd[$count]];
            $line = [];
            foreach ($rows[$y] as $i => $eight) {
                [$e, $o] = [$even[$i], $odd[$i]];
                [$before, $after] = [$even[$i - 1], $even[$i + 1]];
                [$oddBefore, $oddAfter] = [$odd[$i - 1], $odd[$i + 1]];
                // Pixels 2 and 4 to the left and right of the even ones, 1 and 3 of the odd ones.
                $evenLeft = ($e << 16) | (($before >> 48) & 0xFFFF);
                $evenRight = (($e >> 16) & 0x0000FFFFFFFFFFFF) | (($after & 0xFFFF) << 48);
                $evenSum = $e + $evenLeft + $evenRight
                    + (($e << 32) | (($before >> 32) & 0xFFFFFFFF))
                    + ((($e >> 32) & 0xFFFFFFFF) | (($after & 0xFFFFFFFF) << 32));
                $oddLeft = ($o << 16) | (($oddBefore >> 48) & 0xFFFF);
                $oddRight = (($o >> 16) & 0x0000FFFFFFFFFFFF) | (($oddAfter & 0xFFFF) << 48);
                $oddLeftTwo = ($o << 32) | (($oddBefore >> 32) & 0xFFFFFFFF);
                $oddRightTwo = (($o >> 32) & 0xFFFFFFFF) | (($oddAfter & 0xFFFFFFFF) << 32);
                $forEven = $evenSum + $o + $oddLeft + $oddRight + $oddLeftTwo;
                $forOdd = $o + $oddLeft + $oddRight + $oddLeftTwo + $oddRightTwo + $e + $evenLeft + $evenRight
                    + ((($e >> 32) & 0xFFFFFFFF) | (($after & 0xFFFFFFFF) << 32));
                $line[] = ((($forEven + $bias - ($eight & self::EVEN) * self::AREA) >> 14) & self::ONES)
                    | (((($forOdd + $bias - (($eight >> 8) & self::EVEN) * self::AREA) >> 14) & self::ONES) << 8);
            }
            $bits .= pack('P*', ...$line);
            $coming = $rows[min($height - 1, $y + self::RADIUS + 1)];
            foreach ($rows[max(0, $y - self::RADIUS)] as $i => $eight) {
                $even[$i] += ($coming[$i] & self::EVEN) - ($eight & self::EVEN);
                $odd[$i] += (($coming[$i] >> 8) & self::EVEN) - (($eight >> 8) & self::EVEN);
            }
        }

        return new BitPlane($plane->width, $plane->height, $bits);
    }
}
