<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Dark and light tones, of which single ones and neighbours in pairs are turned over while that leaves less of the greys. */
final readonly class TurnedTones
{
    /** Times that all modules are gone through. */
    private const SWEEPS = 6;

    /**
     * @param  array<int, int>  $tones  1 light, -1 dark, by place in the field
     * @param  array<int, float>  $left  of the grey at each place
     * @param  array<int, float>  $powers  sum of the squares of the weights that a place has in all greys
     */
    private function __construct(private BlurredField $field, public array $tones, public array $left, private array $powers)
    {
    }

    /** @param  array<int, int>  $tones  to begin with */
    public static function from(BlurredField $field, array $tones): self
    {
        $left = $field->left($tones);
        $reaches = $field->reaches;
        $powers = array_map(self::power(...), $reaches);
        $unknown = $field->unknown();
        $shared = self::shared($field);
        for ($sweep = 0; $sweep < self::SWEEPS; $sweep++) {
            $turned = 0;
            $gains = [];
            foreach ($unknown as $at) {
                $slope = 0.0;
                foreach ($reaches[$at] as $offset => $weight) {
                    $slope += $weight * $left[$at + $offset];
                }
                // Turning over adds 2 t w to what is left around: the squares grow by 4 t slope + 4 power.
                $gain = $tones[$at] * $slope + $powers[$at];
                if ($gain < 0.0) {
                    foreach ($reaches[$at] as $offset => $weight) {
                        $left[$at + $offset] += 2 * $tones[$at] * $weight;
                    }
                    $tones[$at] = -$tones[$at];
                    $turned++;
                    $gain = -$gain;
                }
                $gains[$at] = $gain;
            }
            foreach ($gains as $at => $gain) {
                foreach ($shared as $apart => $both) {
                    $other = $at + $apart;
                    if (isset($gains[$other]) && $gain + $gains[$other] + 2 * $tones[$at] * $tones[$other] * $both < -1e-9) {
                        foreach ([$at, $other] as $place) {
                            foreach ($reaches[$place] as $offset => $weight) {
                                $left[$place + $offset] += 2 * $tones[$place] * $weight;
                            }
                            $tones[$place] = -$tones[$place];
                            unset($gains[$place]);
                        }
                        $turned++;
                        break;
                    }
                }
            }
            if ($turned === 0) {
                break;
            }
        }

        return new self($field, $tones, $left, $powers);
    }

    /** How sure the tone at a place is, to 0.5: by how much turning it over would make things worse, of what it would were nothing left over. */
    public function sureness(int $at): float
    {
        $slope = 0.0;
        foreach ($this->field->reaches[$at] as $offset => $weight) {
            $slope += $weight * $this->left[$at + $offset];
        }

        return 0.5 * max(0.0, min(1.0, ($this->tones[$at] * $slope + $this->powers[$at]) / $this->powers[$at]));
    }

    /**
     * How much two modules side by side share: sums of products of the weights, by how far apart they lie in the field.
     *
     * @return array<int, float>
     */
    private static function shared(BlurredField $field): array
    {
        $wide = $field->known->wide;
        $shared = [];
        foreach ([1, $wide, $wide + 1, $wide - 1] as $apart) {
            $shared[$apart] = 0.0;
            foreach ($field->offsets as $offset => $weight) {
                $shared[$apart] += $weight * ($field->offsets[$offset + $apart] ?? 0.0);
            }
        }

        return $shared;
    }

    /** @param  array<int, float>  $weights */
    private static function power(array $weights): float
    {
        $power = 1e-9;
        foreach ($weights as $weight) {
            $power += $weight * $weight;
        }

        return $power;
    }
}
