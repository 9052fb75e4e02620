<?php

declare(strict_types=1);

namespace App\Actions;

use App\Csv\CsvReader;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Gate;
use App\Models\GateEntry;
use App\Models\Glyph;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Gs1\RetailNumber;

/** Makes a gate's list from a table of codes, or from the glyphs of a shelf. */
final class SaveGate
{
    /** Codes on one list. */
    public const MAX_CODES = 20_000;

    /** Rows written at once. */
    private const CHUNK = 500;

    /** Names that a first row may give its columns: then it is no code. */
    private const CODES = ['code', 'text', 'card', 'ticket'];

    private const NAMES = ['name', 'guest', 'holder', 'label'];

    /**
     * @param  ?string  $csv  code and name in each row
     * @param  ?string  $shelf  whose glyphs' texts and names are the list
     * @param  int  $times  that each code is let in
     *
     * @throws ValidationException when there is no code, or one stands twice
     */
    public function create(Workspace $workspace, string $name, ?string $csv, ?string $shelf, int $times = 1): Gate
    {
        return self::listed($workspace, $name, $csv !== null ? self::rows($csv) : self::shelved($workspace, (string) $shelf), $times);
    }

    /** @param  list<array{string, string}>  $rows  code and name, each code once */
    public static function listed(Workspace $workspace, string $name, array $rows, int $times = 1): Gate
    {
        return DB::transaction(static function () use ($workspace, $name, $rows, $times): Gate {
            $gate = new Gate(['name' => trim($name), 'times' => $times]);
            $gate->workspace_id = $workspace->id;
            $gate->save();
            foreach (array_chunk($rows, self::CHUNK) as $chunk) {
                GateEntry::query()->insert(array_map(static fn (array $row): array => [
                    'gate_id' => $gate->id,
                    'code' => $row[0],
                    'digest' => GateEntry::digestOf($row[0]),
                    'name' => $row[1],
                ], $chunk));
            }
            DomainEvent::record(Fact::GateCreated, $gate->workspace_id, $gate->id);

            return $gate;
        });
    }

    /** @return list<array{string, string}> */
    private static function shelved(Workspace $workspace, string $shelf): array
    {
        $glyphs = $workspace->glyphs()->where('shelf', $shelf)->orderBy('name')->limit(self::MAX_CODES)->get(['id', 'text', 'name']);
        if ($glyphs->isEmpty()) {
            throw ValidationException::withMessages(['shelf' => ['There is no glyph on this shelf.']]);
        }

        return array_values($glyphs->unique(static fn (Glyph $glyph): string => RetailNumber::normal($glyph->text))->map(static fn (Glyph $glyph): array => [$glyph->text, $glyph->name])->all());
    }

    /** @return list<array{string, string}> */
    private static function rows(string $csv): array
    {
        [$code, $name] = [null, null];
        $rows = [];
        $seen = [];
        $problems = [];
        $isFirst = true;
        foreach (CsvReader::rows($csv) as $number => $cells) {
            if ($isFirst) {
                $isFirst = false;
                [$code, $name] = self::columns($cells);
                if ($code !== null) {
                    continue;
                }
            }
            $text = $cells[$code ?? 0] ?? '';
            if ($text === '') {
                $problems[] = "Row $number has no code.";
            } elseif (mb_strlen($text) > 4000) {
                $problems[] = "The code in row $number is longer than 4000 characters.";
            } elseif (isset($seen[RetailNumber::normal($text)])) {
                $problems[] = "The code in row $number stands in row {$seen[RetailNumber::normal($text)]} already.";
            } else {
                $seen[RetailNumber::normal($text)] = $number;
                $rows[] = [$text, mb_substr($cells[$name ?? 1] ?? '', 0, 200)];
            }
            if (count($problems) >= 5 || count($rows) > self::MAX_CODES) {
                break;
            }
        }
        if (count($rows) > self::MAX_CODES) {
            $problems[] = 'A list has at most '.number_format(self::MAX_CODES).' codes.';
        } elseif ($rows === [] && $problems === []) {
            $problems[] = 'There is no code in this list. Write one in each row, and a name after a comma.';
        }
        if ($problems !== []) {
            throw ValidationException::withMessages(['csv' => $problems]);
        }

        return $rows;
    }

    /**
     * @param  list<string>  $cells
     * @return array{?int, ?int} places of code and name when the first row names them
     */
    private static function columns(array $cells): array
    {
        $lower = array_map(mb_strtolower(...), $cells);
        $code = array_key_first(array_intersect($lower, self::CODES));
        $name = array_key_first(array_intersect($lower, self::NAMES));

        return $code === null ? [null, null] : [$code, $name ?? ($code === 0 ? 1 : 0)];
    }
}
