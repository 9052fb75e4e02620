<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\InvalidSymbol;

/** What a Swiss bill's symbol must be: level M, 46 mm wide, with its cross (Swiss Implementation Guidelines QR-bill 2.3, 5.1 and 5.2). */
final class SwissBillCheck implements Check
{
    private const SIDE = 46.0;

    /** Millimetres by which the side may differ: half a dot of a common printer. */
    private const TOLERANCE = 0.05;

    private const MARGIN = 5.0;

    public function line(Subject $subject): ?LedgerLine
    {
        if ($subject->payload->kind !== Kind::Swiss) {
            return null;
        }
        $layout = $subject->layout;
        $isLevelM = $subject->symbol->level === ErrorCorrectionLevel::M;
        $side = $layout->symbolMm();
        $isSized = abs($side - self::SIDE) <= max(self::TOLERANCE, $layout->moduleMm() / $layout->modulePx * $layout->modules / 2);
        $clear = $layout->quiet() * $layout->moduleMm();
        $faults = array_values(array_filter([
            $isLevelM ? null : "it has level {$subject->symbol->level->value} where M is asked for",
            $isSized ? null : sprintf('the symbol is %.1f mm wide where 46 mm are asked for', $side),
            $subject->finish->mark === null ? null : 'a mark lies over the cross in its middle',
            $clear >= self::MARGIN - 0.1 ? null : sprintf('%.1f mm are blank around it where 5 mm are asked for', $clear),
        ]));
        $modules = self::modules($subject);
        $quiet = max($subject->finish->quiet, (int) ceil(self::MARGIN / (self::SIDE / $modules) - 1e-9));

        return new LedgerLine(
            'swiss_bill', 'Swiss bill', $faults === [] ? Verdict::Holds : ($isLevelM && $subject->finish->mark === null ? Verdict::Marginal : Verdict::Fails),
            sprintf('%s, %.1f mm', $subject->symbol->level->value, $side), 'level M, 46 mm, cross',
            $faults === [] ? 'Level, width, blank and cross are as the guidelines want them.' : 'The guidelines are not kept: '.implode('; ', $faults).'. Banks and payment slips are made for them.',
            $faults === [] ? null : new Fix('Use M and 46 mm', ['level' => 'M', 'quiet' => $quiet, 'size_mm' => round(self::SIDE * ($modules + 2 * $quiet) / $modules, 3)]),
        );
    }

    /** Modules a side that the symbol has at level M. */
    private static function modules(Subject $subject): int
    {
        $asked = $subject->encoding;
        try {
            $version = Encoder::fit($subject->payload->text, new EncodeOptions(level: ErrorCorrectionLevel::M, set: $asked->set, fnc1: $asked->fnc1, modes: $asked->modes))->version;
        } catch (InvalidSymbol) {
            return $subject->layout->modules;
        }

        return $version->modules();
    }
}
