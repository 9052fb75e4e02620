<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function array_keys;
use function array_map;
use function array_sum;
use function count;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * Tones between dark and light that leave the least of the greys. All are moved together against the slope, each time a little
 * further than the slope has it while that goes on in one direction: the steps that this takes grow with the root of how ill
 * a blur can be undone, those of one tone after the other with its square (Nesterov's accelerated gradient, held within bounds).
 */
final class SoftTones
{
    /** Times that the tones are moved; every so often all of them, else those that moved the time before. */
    private const STEPS = 200;

    private const ANEW = 8;

    /** Steps times modules that are moved at most, so that a large symbol takes no longer than half a second; and the fewest steps. */
    private const WORK = 400_000;

    private const LEAST = 40;

    /** Change of a tone that counts as none. With 0.002 five times as many modules are wrong behind a bell of 0.9 modules. */
    private const STILL = 0.0003;

    /** @return array<int, float> from -1 dark to 1 light, by place in the field */
    public static function of(BlurredField $field): array
    {
        $reaches = $field->reaches;
        $steepest = array_sum(array_map(abs(...), $field->offsets)) ** 2;
        $unknown = $field->unknown();
        $tones = array_map(floatval(...), $field->known->field);
        $ahead = $tones;
        $left = $field->left($tones);
        $impetus = 1.0;
        $moving = $unknown;
        $steps = max(self::LEAST, min(self::STEPS, intdiv(self::WORK, max(1, count($unknown)))));
        for ($step = 0; $step < $steps; $step++) {
            $next = (1 + sqrt(1 + 4 * $impetus * $impetus)) / 2;
            $carried = ($impetus - 1) / $next;
            $against = 0.0;
            $changes = [];
            foreach ($step % self::ANEW === 0 ? $unknown : $moving as $at) {
                $slope = 0.0;
                foreach ($reaches[$at] as $offset => $weight) {
                    $slope += $weight * $left[$at + $offset];
                }
                $tone = $ahead[$at] + $slope / $steepest;
                $tone = $tone > 1.0 ? 1.0 : ($tone < -1.0 ? -1.0 : $tone);
                $move = $tone - $tones[$at];
                $against += ($ahead[$at] - $tone) * $move;
                $tones[$at] = $tone;
                $change = $tone + $carried * $move - $ahead[$at];
                if ($change > self::STILL || $change < -self::STILL) {
                    $changes[$at] = $change;
                }
            }
            $impetus = $next;
            // What was carried along leads uphill: begun anew.
            if ($against > 0.0) {
                $impetus = 1.0;
                foreach ($changes as $at => $change) {
                    $changes[$at] = $tones[$at] - $ahead[$at];
                }
            }
            foreach ($changes as $at => $change) {
                $ahead[$at] += $change;
                foreach ($reaches[$at] as $offset => $weight) {
                    $left[$at + $offset] -= $change * $weight;
                }
            }
            $moving = array_keys($changes);
            if ($moving === [] && $step % self::ANEW === 0) {
                break;
            }
        }

        return $tones;
    }
}
