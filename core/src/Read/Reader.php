<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Luminance plane to symbols of every kind that is asked for. */
final class Reader
{
    private const LINEAR = ['ean13', 'ean8', 'upca', 'upce', 'itf14', 'code128', 'code39'];

    /** Reads every symbol it can; without any, says how far the best attempt came. */
    public function read(LuminancePlane $plane, ReadOptions $options = new ReadOptions): ReadOutcome
    {
        $budget = ReadBudget::of($options->budgetMs);
        $pyramid = Pyramid::of($plane);
        $qr = new QrReader($pyramid, $budget);
        $readings = [];
        $failure = new Failure(Stage::NoFinder);
        if ($options->wants('qr', 'microqr')) {
            $qr->descend();
            if ($options->wants('qr') && $qr->hasAll()) {
                return new ReadOutcome($qr->readings(), null);
            }
            [$readings, $failure] = $this->withMicro($qr, $pyramid, $budget, $options);
        }
        $bars = $options->wants(...self::LINEAR) ? $this->bars($pyramid, $budget, $options, $readings) : [];
        if ($readings === [] && $bars === [] && $options->wants('qr')) {
            $qr->searchFurther();
            $readings = $qr->readings();
            $failure = $failure->furthest($qr->failure());
        }
        if ($readings === [] && $bars === [] && $options->wants(...self::LINEAR)) {
            $bars = $this->wanted((new LinearReader)->searchFurther($pyramid, $budget), $options, []);
        }

        return new ReadOutcome($readings, $readings === [] && $bars === [] ? $failure : null, $bars);
    }

    /** @return array{list<Reading>, Failure} */
    private function withMicro(QrReader $qr, Pyramid $pyramid, ReadBudget $budget, ReadOptions $options): array
    {
        $free = $options->wants('microqr') ? $qr->free() : [];
        [$micro, $failure] = $free === [] ? [[], $qr->failure()] : MicroReader::read($pyramid, $free, $budget);

        return [[...($options->wants('qr') ? $qr->readings() : []), ...$micro], $qr->failure()->furthest($failure)];
    }

    /**
     * @param  list<Reading>  $readings
     * @return list<LinearReading>
     */
    private function bars(Pyramid $pyramid, ReadBudget $budget, ReadOptions $options, array $readings): array
    {
        // What stands beside a symbol on a label is turned as it is.
        $angle = $readings === [] ? 0.0 : fmod($readings[0]->turned(), 90.0);
        $bars = (new LinearReader)->read($pyramid, $budget, $angle > 4 && $angle < 86 ? [$angle, $angle + 90] : [], $readings === []);

        return $this->wanted($bars, $options, $readings);
    }

    /**
     * @param  list<LinearReading>  $bars
     * @param  list<Reading>  $readings
     * @return list<LinearReading>
     */
    private function wanted(array $bars, ReadOptions $options, array $readings): array
    {
        $wanted = [];
        foreach ($bars as $bar) {
            // A number of twelve digits is one of thirteen that begins with 0, and the bars are the same (GS1 General Specifications 5.2.1.2.5).
            $named = match (true) {
                $options->wants($bar->symbology) => $bar,
                $bar->symbology === 'upca' && $options->wants('ean13') => $bar->as('ean13', '0'.$bar->text),
                $bar->symbology === 'ean13' && $options->wants('upca') && str_starts_with($bar->text, '0') => $bar->as('upca', substr($bar->text, 1)),
                default => null,
            };
            if ($named !== null && ! self::lieWithin($named, $readings)) {
                $wanted[] = $named;
            }
        }

        return $wanted;
    }

    /**
     * Rows of modules can look like bars.
     *
     * @param  list<Reading>  $readings
     */
    private static function lieWithin(LinearReading $bar, array $readings): bool
    {
        foreach ($readings as $reading) {
            if ($reading->frame->covers($bar->middle()->x, $bar->middle()->y)) {
                return true;
            }
        }

        return false;
    }
}
