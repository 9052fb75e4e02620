<?php

declare(strict_types=1);

namespace App\Actions;

use App\Composition\CompositionInput;
use App\Composition\SavedFinish;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Glyph;
use App\Models\Membership;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Symfony\Component\HttpKernel\Exception\HttpException;

/** Keeps a composition under a name, or changes one that is kept; either way it is encoded first. */
final class SaveGlyph
{
    private const SIZES = ['module_px', 'size_px', 'size_mm'];

    /**
     * @param  array<string, mixed>  $given  validated input
     *
     * @throws ValidationException when the text does not do what its kind promises
     */
    public function create(Membership $by, array $given): Glyph
    {
        $glyph = new Glyph;
        $glyph->workspace()->associate($by->workspace);
        $glyph->fill([...self::columns($glyph, $given), 'created_by' => $by->user_id, 'revision' => 1]);
        self::draw($glyph);
        DB::transaction(static function () use ($glyph): void {
            $glyph->save();
            self::keepRevision($glyph);
            DomainEvent::tell(Fact::GlyphCreated, $glyph->workspace_id, [$glyph->id], self::facts($glyph));
        });

        return $glyph;
    }

    /**
     * @param  array<string, mixed>  $given  validated input: only what changes
     * @param  ?string  $ifMatch  the ETag the change was made on
     *
     * @throws HttpException 412 when somebody else changed it since
     * @throws ValidationException|RefusedPayload when it does not do what its kind promises
     * @throws InvalidFinish|InvalidSymbol when it cannot be drawn
     */
    public function update(Glyph $glyph, array $given, ?string $ifMatch): Glyph
    {
        return DB::transaction(function () use ($glyph, $given, $ifMatch): Glyph {
            $current = Glyph::query()->lockForUpdate()->findOrFail($glyph->id);
            if ($ifMatch !== null && $ifMatch !== '*' && ! $current->isOf($ifMatch)) {
                throw new HttpException(412, 'The glyph was changed since you opened it. Load it again; your changes are still in the form.');
            }
            $current->fill(self::columns($current, $given));
            self::draw($current);
            if ($current->isDirty()) {
                $current->revision++;
                $current->save();
                self::keepRevision($current);
                DomainEvent::tell(Fact::GlyphChanged, $current->workspace_id, [$current->id], self::facts($current));
            }

            return $current;
        });
    }

    /**
     * @param  array<string, mixed>  $given
     * @return array<string, mixed>
     */
    private static function columns(Glyph $glyph, array $given): array
    {
        $isShelved = array_key_exists('shelf', $given);
        $shelf = is_string($given['shelf'] ?? null) ? trim($given['shelf']) : '';
        $given = array_filter($given, static fn (mixed $value): bool => $value !== null);
        if ($isShelved) {
            $given['shelf'] = $shelf === '' ? null : $shelf;
        }
        if (isset($given['text']) || is_array($given['fields'] ?? null)) {
            $input = (new CompositionInput([...$given, 'kind' => $given['kind'] ?? ($glyph->exists && is_array($given['fields'] ?? null) ? $glyph->kind : null)]))->payload();
            $payload = $input->payload($glyph->workspace->payloadContext());
            RefusedPayload::demandDrawable($payload, $input->isFromFields(), filter_var($given['as_is'] ?? false, FILTER_VALIDATE_BOOL));
            $given = [...$given, 'text' => $payload->text, 'kind' => $payload->kind->value, 'as_is' => $payload->errors() !== []];
        }
        unset($given['fields'], $given['merge']);
        // One size replaces the others.
        foreach (self::SIZES as $size) {
            if (isset($given[$size])) {
                $given = [...array_fill_keys(self::SIZES, null), ...$given];
            }
        }
        $saved = SavedFinish::find($glyph->workspace, $given);
        if ($saved !== null) {
            $given['finish_revision'] = $saved->revision;
            $given = SavedFinish::within($glyph->workspace, $given);
        }
        if (is_array($given['finish'] ?? null)) {
            // A whole finish brings its own inks.
            $given += ['dark' => $given['finish']['dark'] ?? '#000000', 'light' => $given['finish']['light'] ?? '#FFFFFF', 'quiet' => $given['finish']['quiet'] ?? Finish::QUIET];
        }

        return array_intersect_key($given, array_flip($glyph->getFillable()));
    }

    /** @return array<string, mixed> */
    private static function facts(Glyph $glyph): array
    {
        return ['glyph' => $glyph->id, 'name' => $glyph->name, 'kind' => $glyph->kind, 'text' => $glyph->text, 'revision' => $glyph->revision, 'shelf' => $glyph->shelf];
    }

    /** What this revision was, for addresses that name it. */
    private static function keepRevision(Glyph $glyph): void
    {
        DB::table('glyph_revisions')->insert(['glyph_id' => $glyph->id, 'revision' => $glyph->revision, 'given' => json_encode($glyph->given(), JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION), 'created_at' => now()]);
    }

    /** Fills in what was left out and the facts of the symbol. */
    private static function draw(Glyph $glyph): void
    {
        $composition = $glyph->composition();
        $glyph->fill([
            'text' => $composition->payload->text,
            'name' => trim($glyph->name),
            'kind' => $composition->payload->kind->value,
            'modes' => $composition->encoding->modes->value,
            'level' => $composition->symbol->level->value,
            'module_px' => $glyph->size_px === null && $glyph->size_mm === null ? $glyph->module_px ?? CompositionOptions::MODULE_PX : null,
            'print' => $composition->options->print->printing->value,
            'distance_mm' => (int) $composition->options->print->distanceMm,
            'dpi' => $composition->options->size->dpi,
            'finish' => FinishFile::write($composition->finish),
            'quiet' => $composition->finish->quiet,
            'dark' => $composition->finish->inks->dark->hex(),
            'light' => $composition->finish->inks->light->hex(),
            'version' => (int) $composition->symbol->version->label(),
            'mask' => $composition->symbol->mask,
            'bytes' => strlen($composition->payload->text),
        ]);
    }
}
