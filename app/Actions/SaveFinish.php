<?php

declare(strict_types=1);

namespace App\Actions;

use App\Composition\CompositionInput;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Finish;
use App\Models\Glyph;
use App\Models\Workspace;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Symfony\Component\HttpKernel\Exception\HttpException;

/** Keeps a finish under a name, changes it, and puts it on glyphs; either way it is cleaned first. */
final readonly class SaveFinish
{
    /** Version of the symbol that a finish is tried on. */
    private const ROOMY = 25;

    public function __construct(private SaveGlyph $glyphs)
    {
    }

    /**
     * @param  array<string, mixed>  $given  name, finish and whether it is the default
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish|ValidationException
     */
    public function create(Workspace $workspace, array $given): Finish
    {
        $finish = new Finish(['revision' => 1]);
        $finish->workspace()->associate($workspace);

        return $this->keep($finish, $given);
    }

    /**
     * @param  array<string, mixed>  $given  only what changes
     * @param  ?string  $ifMatch  the ETag the change was made on
     *
     * @throws HttpException 412 when somebody else changed it since
     */
    public function update(Finish $finish, array $given, ?string $ifMatch): Finish
    {
        return DB::transaction(function () use ($finish, $given, $ifMatch): Finish {
            $current = Finish::query()->lockForUpdate()->findOrFail($finish->id);
            if ($ifMatch !== null && $ifMatch !== '*' && $ifMatch !== $current->etag()) {
                throw new HttpException(412, 'The finish was changed since you opened it. Load it again; your changes are still in the form.');
            }

            return $this->keep($current, $given);
        });
    }

    /**
     * Puts the finish, as it is now, on glyphs; those that it would make fail a check which they passed stay as they are.
     *
     * @param  Collection<int, Glyph>  $glyphs
     * @return list<array{id: string, name: string, message: string}> those that cannot take it, and why
     */
    public function apply(Finish $finish, Collection $glyphs): array
    {
        $refused = [];
        foreach ($glyphs as $glyph) {
            try {
                DB::transaction(function () use ($glyph, $finish): void {
                    $changed = $this->glyphs->update($glyph, ['finish_id' => $finish->id, 'finish' => $finish->finish], null);
                    $lost = self::failing($changed);
                    $lost = $lost === [] ? [] : array_diff_key($lost, self::failing($glyph->setRelation('workspace', $changed->workspace)));
                    if ($lost !== []) {
                        throw ValidationException::withMessages(['finish' => array_map(static fn (LedgerLine $line): string => "{$line->title} fails: {$line->reason}", array_values($lost))]);
                    }
                });
            } catch (InvalidFinish|InvalidSymbol|RefusedPayload|ValidationException $e) {
                $refused[] = ['id' => $glyph->id, 'name' => $glyph->name, 'message' => $e->getMessage()];
            }
        }

        return $refused;
    }

    /** @return array<string, LedgerLine> by check */
    private static function failing(Glyph $glyph): array
    {
        $lines = array_filter(Ledger::ofFinish($glyph->composition()->subject()), static fn (LedgerLine $line): bool => $line->verdict === Verdict::Fails);

        return array_combine(array_map(static fn (LedgerLine $line): string => $line->check, $lines), $lines);
    }

    /** @param  array<string, mixed>  $given */
    private function keep(Finish $finish, array $given): Finish
    {
        if (is_string($given['name'] ?? null)) {
            $finish->name = trim($given['name']);
        }
        if (is_array($given['finish'] ?? null)) {
            $finish->finish = FinishFile::write(FinishFile::read($given['finish'], new MarkPictures));
            // What no symbol can have is not kept: a large one has room for every mark and caption.
            (new CompositionInput(['text' => 'HIVE 7', 'level' => 'H', 'version' => self::ROOMY, 'module_px' => 4, 'finish' => $finish->finish]))->compose()->picture(PictureFormat::Svg);
        }
        try {
            return DB::transaction(function () use ($finish, $given): Finish {
                if (is_bool($given['is_default'] ?? null)) {
                    if ($given['is_default']) {
                        Finish::query()->where('workspace_id', $finish->workspace_id)->where('is_default', true)->whereKeyNot($finish->id)->update(['is_default' => false]);
                    }
                    $finish->is_default = $given['is_default'];
                }
                if ($finish->exists && $finish->isDirty(['name', 'finish'])) {
                    $finish->revision++;
                }
                $isNew = ! $finish->exists;
                $finish->save();
                DB::table('finish_revisions')->insertOrIgnore(['finish_id' => $finish->id, 'revision' => $finish->revision, 'finish' => json_encode($finish->finish, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION), 'created_at' => now()]);
                DomainEvent::record($isNew ? Fact::FinishCreated : Fact::FinishChanged, $finish->workspace_id, $finish->id);

                return $finish;
            });
        } catch (UniqueConstraintViolationException) {
            throw ValidationException::withMessages(['name' => ['There is a finish of this name already. Choose another.']]);
        }
    }
}
