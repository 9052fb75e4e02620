<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\Workspace;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Run\LostDigits;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\TableForm;

/** What would be wrong with a run: faults by their kind, twins, what the file has lost, and the largest symbol. */
final class CheckTable
{
    /** Seconds for looking: a table is looked through as far as they reach, and it says how far. */
    private const SECONDS = 3.0;

    /** Seconds between two words of how far it has come. */
    private const TOLD = 0.5;

    /** Rows of a kind of fault that are named. */
    private const NAMED = 20;

    private const SAMPLE = 5;

    /** Rows with a fault whose cells are given, to be mended. */
    private const MENDED = 300;

    /** Texts that are looked for among the glyphs at once. */
    private const ASKED = 1000;

    /**
     * @param  ?callable(int): bool  $tell  is told how many rows were looked at, and says whether to go on; without it as far as three seconds reach
     * @return array<string, mixed>
     */
    public function check(Table $table, Recipe $recipe, Workspace $workspace, Keep $keep, ?callable $tell = null): array
    {
        $drawer = new RowDrawer($recipe, $workspace->payloadContext());
        [$faults, $seen, $largest, $sample, $looked, $stopped, $troubled, $longest] = [new Faults(self::NAMED), [], 0, [], 0, 0, [], [0, null]];
        [$asked, $now] = [[], microtime(true)];
        [$end, $told] = [$tell === null ? $now + self::SECONDS : INF, $now];
        foreach ($table->rows as $number => $cells) {
            $found = $drawer->check(array_combine($table->columns, $cells), $number);
            $looked++;
            // Sixteen bytes stand for a text: of a hundred thousand long ones none is kept.
            $key = md5($found['text'], true);
            $sort = $found['problem'] ?? (isset($seen[$key]) ? 'It says what an earlier row says.' : null);
            if (! isset($seen[$key])) {
                $seen[$key] = true;
                $asked[$found['text']] = $number;
            }
            $stopped += $found['problem'] === null ? 0 : 1;
            $largest = max($largest, $found['version'] ?? 0);
            if ($sort !== null) {
                $faults->add($sort, $found['problem'] !== null, $number);
                count($troubled) < self::MENDED && $troubled[] = ['row' => $number, 'cells' => (object) $table->row($number), 'message' => $sort, 'stops' => $found['problem'] !== null];
            }
            count($sample) < self::SAMPLE && $sample[] = ['row' => $number, 'text' => $found['text'], 'problem' => $found['problem'], 'cells' => (object) $table->row($number)];
            $length = mb_strlen(implode('', $cells));
            $longest = $length > $longest[0] ? [$length, $number] : $longest;
            if (count($asked) === self::ASKED) {
                self::addSaved($workspace, $asked, $faults);
                $asked = [];
            }
            $now = microtime(true);
            if ($now > $end) {
                break;
            }
            if ($tell !== null && $now > $told + self::TOLD) {
                $told = $now;
                if (! $tell($looked)) {
                    break;
                }
            }
        }
        self::addSaved($workspace, $asked, $faults);
        $largest = $keep->waypoints ? (int) $drawer->versionOf(strtoupper($workspace->shortBase().'/q/ABCDEFG')) : $largest;

        return [
            'rows' => count($table->rows), 'looked_at' => $looked, 'stopped' => $stopped, 'columns' => $table->columns, 'form' => $table->form === null ? null : ['encoding' => $table->form->encoding, 'delimiter' => array_search($table->form->delimiter, TableForm::DELIMITERS, true), 'header' => $table->form->hasHeader],
            'faults' => $faults->byCount(), 'troubled' => $troubled, 'warnings' => LostDigits::of($table), 'largest_version' => $largest === 0 ? null : $largest, ...self::sizes($drawer, $largest), 'sample' => $sample, 'longest' => $longest[1] === null ? null : ['row' => $longest[1], 'cells' => (object) $table->row($longest[1])],
        ];
    }

    /**
     * Whether the largest symbol is still read at its size: the width of its modules, and the devices that cannot.
     *
     * @return array{module_mm: ?float, too_small_for: list<string>}
     */
    private static function sizes(RowDrawer $drawer, int $version): array
    {
        $size = $version === 0 ? null : $drawer->sizeOf($version);
        if ($size === null) {
            return ['module_mm' => null, 'too_small_for' => []];
        }
        [$module, $side] = $size;
        // Too small: where it fits the picture sharply, a module has fewer pixels than the decoder needs.
        $tooSmall = array_filter(Devices::all(), static fn (DeviceModel $device): bool => $device->pixelsPerMm($device->nearest($side)) * $module < $device->pixelsPerModule);

        return ['module_mm' => round($module, 3), 'too_small_for' => array_values(array_map(static fn (DeviceModel $device): string => $device->label, $tooSmall))];
    }

    /**
     * Rows whose text a glyph of the workspace has.
     *
     * @param  array<array-key, int>  $rows  by text
     */
    private static function addSaved(Workspace $workspace, array $rows, Faults $faults): void
    {
        $texts = array_filter(array_map(strval(...), array_keys($rows)), static fn (string $text): bool => $text !== '' && mb_check_encoding($text, 'UTF-8') && ! str_contains($text, "\0"));
        if ($texts === []) {
            return;
        }
        $known = $workspace->glyphs()->whereRaw('md5(text) IN ('.implode(', ', array_fill(0, count($texts), 'md5(?)')).')', array_values($texts))->pluck('text')->all();
        $twins = array_intersect_key($rows, array_flip($known));
        sort($twins);
        foreach ($twins as $number) {
            $faults->add('A saved glyph says this already.', false, $number);
        }
    }
}
