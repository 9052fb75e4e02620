<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** What each level would cost for a text, without drawing anything. */
final class LevelTable
{
    /**
     * @param  ?Version  $version  as asked of the encoder
     * @return list<array{level: string, fits: bool, version: ?int, modules: ?int, bits_used: ?int, bits_available: ?int, repairable_share: ?float}> L, M, Q, H
     */
    public static function of(string $text, ?Version $version = null): array
    {
        $rows = [];
        foreach (Level::cases() as $level) {
            try {
                [$found, $segments] = Encoder::fit($text, new EncodeOptions($level, $version));
                $rows[] = [
                    'level' => $level->value,
                    'fits' => true,
                    'version' => $found->number,
                    'modules' => $found->modules(),
                    'bits_used' => array_sum(array_map(static fn (Segment $segment): int => $segment->bits($found), $segments)),
                    'bits_available' => Capacity::bits($found, $level),
                    'repairable_share' => round($found->blocks($level)->repairableShare(), 4),
                ];
            } catch (TextDoesNotFit) {
                $rows[] = ['level' => $level->value, 'fits' => false, 'version' => null, 'modules' => null, 'bits_used' => null, 'bits_available' => null, 'repairable_share' => null];
            }
        }

        return $rows;
    }
}
