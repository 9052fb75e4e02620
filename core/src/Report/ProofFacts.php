<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Ink;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Proof\Camera;
use KeenGlyph\Core\Proof\Damage;
use KeenGlyph\Core\Proof\MarkCheck;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Symbol\Version;

/** The figures behind the ledger: contrast of each ink, reach of each device, and the mark against each block. */
final class ProofFacts
{
    /** @return list<array{option: string, ink: string, white: float, red: float, red_share: float}> */
    public static function inks(Finish $finish): array
    {
        return array_map(static fn (Ink $ink): array => [
            'option' => $ink->option,
            'ink' => $ink->colour->hex(),
            'white' => round($ink->colour->ratioTo($finish->inks->light), 2),
            'red' => round($ink->colour->redRatioTo($finish->inks->light), 2),
            'red_share' => round($ink->colour->redLight(), 3),
        ], $finish->inks->all());
    }

    /** @return list<array{device: string, label: string, from_mm: int, to_mm: int, red_light: bool}> */
    public static function reach(Layout $layout): array
    {
        $side = $layout->symbolMm() + 2 * min(4.0, $layout->quiet()) * $layout->moduleMm();

        return array_map(static fn (Camera $camera): array => [
            'device' => $camera->value,
            'label' => $camera->label(),
            'from_mm' => (int) ceil($camera->nearest($side)),
            'to_mm' => (int) floor($camera->farthest($layout->moduleMm())),
            'red_light' => $camera->isRed(),
        ], Camera::cases());
    }

    /** @return ?array{repairable: int, safe: int, correction: int, largest_mark: ?float, blocks: list<array{data: int, touched: list<int>, wrong: list<int>}>, modules: list<array{codeword: int, block: int, at: list<array{int, int}>}>} */
    public static function damage(Subject $subject): ?array
    {
        $damage = Damage::of($subject);
        $version = $subject->symbol->version;
        $mark = $subject->finish->mark;
        if ($damage === null || $mark === null || ! $version instanceof Version) {
            return null;
        }
        $places = [];
        foreach ($damage->map->byModule as $module => $codeword) {
            $places[$codeword][] = [$module % $version->modules(), intdiv($module, $version->modules())];
        }
        $blocks = $modules = [];
        foreach ($damage->touched as $block => $touched) {
            $blocks[] = ['data' => $damage->map->dataLengths[$block], 'touched' => $touched, 'wrong' => $damage->wrong[$block]];
            foreach ($touched as $codeword) {
                $modules[] = ['codeword' => $codeword, 'block' => $block, 'at' => $places[$codeword] ?? []];
            }
        }

        return [
            'repairable' => $damage->map->repairable,
            'safe' => MarkCheck::safe($damage->map->repairable, $subject->reserve),
            'correction' => $damage->map->correction,
            'largest_mark' => MarkCheck::largest($mark, $version, $subject->symbol->level, $subject->reserve),
            'blocks' => $blocks,
            'modules' => $modules,
        ];
    }
}
