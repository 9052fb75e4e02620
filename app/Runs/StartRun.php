<?php

declare(strict_types=1);

namespace App\Runs;

use App\Actions\SaveGate;
use App\Models\Membership;
use App\Models\Run;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Run\FileNames;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\LostDigits;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\Table;

/** Writes a table's rows down and puts the run into the queue, a few chunks at a time, so that runs share the workers. */
final class StartRun
{
    /** Runs of a workspace that are open at the same time, and that it keeps. */
    private const OPEN = 20;

    private const KEPT = 500;

    /** Labels on sheets of one run: they are put into one file, and read back from it. */
    private const LABELS = 20_000;

    private const WAYPOINTS = 20_000;

    /** Rows written by one statement. */
    private const WRITTEN = 1000;

    /** Chunks of one run that are in the queue at the same time: others' runs come between. */
    public const AT_ONCE = 2;

    /**
     * @param  string|array<array-key, mixed>|null  $sheet
     *
     * @throws ValidationException
     */
    public function start(Membership $member, string $name, Recipe $recipe, Table $table, string|array|null $sheet, int $first, Keep $keep): Run
    {
        $this->demandSheet($sheet, $first, $recipe);
        if ($sheet !== null && count($table->rows) > self::LABELS) {
            throw ValidationException::withMessages(['sheet' => ['Sheets of one run hold at most '.number_format(self::LABELS).' labels. Make several tables of it.']]);
        }
        if (count($table->rows) === 0) {
            throw ValidationException::withMessages(['table' => ['The table has no rows.']]);
        }
        self::demandKeep($keep, $recipe, $table);
        $run = DB::transaction(function () use ($member, $name, $recipe, $table, $sheet, $first, $keep): Run {
            Workspace::query()->whereKey($member->workspace_id)->lockForUpdate()->first();
            $counts = (array) DB::selectOne("SELECT count(*) FILTER (WHERE state IN ('queued', 'running', 'paused', 'finishing')) AS open, count(*) AS kept FROM runs WHERE workspace_id = ?", [$member->workspace_id]);
            if ($counts['open'] >= self::OPEN || $counts['kept'] >= self::KEPT) {
                throw ValidationException::withMessages(['name' => [$counts['open'] >= self::OPEN ? 'This workspace has '.self::OPEN.' runs that are not done. Let some finish, or cancel them.' : 'This workspace keeps '.self::KEPT.' runs. Delete some that are not needed.']]);
            }
            $run = new Run(['user_id' => $member->user_id, 'name' => $name, 'recipe' => $recipe->toArray(), 'columns' => $table->columns, 'sheet' => $sheet, 'keep' => $keep->toArray(), 'start' => $first, 'total' => count($table->rows), 'warnings' => LostDigits::of($table)]);
            $run->workspace()->associate($member->workspace);
            $run->save();
            $names = new FileNames;
            $items = [];
            foreach ($table->rows as $number => $cells) {
                $items[] = ['run_id' => $run->id, 'row' => $number, 'cells' => json_encode($cells, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), 'name' => self::name($names, $recipe, $table, $number)];
                if (count($items) === self::WRITTEN) {
                    DB::table('run_items')->insert($items);
                    $items = [];
                }
            }
            DB::table('run_items')->insert($items);

            return $run;
        });
        for ($i = 0; $i < self::AT_ONCE; $i++) {
            DrawChunk::dispatch($run->id);
        }

        return $run;
    }

    private static function name(FileNames $names, Recipe $recipe, Table $table, int $number): string
    {
        try {
            $values = $recipe->values($table->row($number), $number);
        } catch (InvalidRun) {
            // Said when the row is drawn.
            $values = [];
        }

        return $names->name($recipe->name === '{{row}}' ? '' : $recipe->name, $values, $number);
    }

    /** @throws ValidationException */
    private static function demandKeep(Keep $keep, Recipe $recipe, Table $table): void
    {
        $rows = count($table->rows);
        $faults = array_filter([
            'keep.shelf' => $keep->shelf !== null && ($recipe->linear() !== null || $recipe->symbology === 'microqr') ? 'QR Code symbols are saved as glyphs; others are not.' : null,
            'keep.waypoints' => match (true) {
                $keep->waypoints && ($recipe->linear() !== null || $recipe->symbology === 'microqr') => 'A short address needs a QR Code symbol.',
                $keep->waypoints && $rows > self::WAYPOINTS => 'One run makes at most '.number_format(self::WAYPOINTS).' short addresses.',
                default => null,
            },
            'keep.gate' => $keep->gate !== null && $rows > SaveGate::MAX_CODES ? 'The list of a gate has at most '.number_format(SaveGate::MAX_CODES).' codes.' : null,
        ]);
        if ($faults !== []) {
            throw ValidationException::withMessages(array_map(static fn (string $fault): array => [$fault], $faults));
        }
    }

    /**
     * @param  string|array<array-key, mixed>|null  $sheet
     *
     * @throws ValidationException
     */
    private function demandSheet(string|array|null $sheet, int $first, Recipe $recipe): void
    {
        if ($sheet === null) {
            return;
        }
        try {
            $paper = LabelSheet::of($sheet);
            $labels = $paper->perPage();
            $paper->demandRoom($recipe->layout->bleed ?? 0.0);
            if ($recipe->layout !== null && ($recipe->layout->width > $paper->labelWidth + 0.05 || $recipe->layout->height > $paper->labelHeight + 0.05)) {
                throw new InvalidRun(sprintf('The layout is %.1f × %.1f mm, the labels of the sheet %.1f × %.1f.', $recipe->layout->width, $recipe->layout->height, $paper->labelWidth, $paper->labelHeight));
            }
        } catch (InvalidRun $e) {
            throw ValidationException::withMessages(['sheet' => [$e->getMessage()]]);
        }
        if ($first > $labels) {
            throw ValidationException::withMessages(['start' => ["A sheet has $labels labels."]]);
        }
    }
}
