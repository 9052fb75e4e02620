<?php

declare(strict_types=1);

namespace App\Runs;

use App\Actions\SaveGlyph;
use App\Http\Resources\WaypointResource;
use App\Models\Membership;
use App\Models\Run;
use App\Waypoints\SaveWaypoint;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Run\DrawnRow;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Symbol\InvalidSymbol;

/** Saves what a row becomes in the same transaction that says that it is made, so that neither is there without the other. */
final readonly class KeepRow
{
    /** Characters of a short address: three million of them before chance has to try twice as often as not. */
    private const CODE = 7;

    private ?Membership $member;

    private Keep $keep;

    private Recipe $recipe;

    public function __construct(private Run $run, private SaveWaypoint $waypoints, private SaveGlyph $glyphs)
    {
        $this->keep = $run->keep();
        $this->recipe = $run->recipe();
        // Whoever began it may have left the workspace since.
        $this->member = $this->keep->isNothing() ? null : Membership::query()->with('workspace')->where(['workspace_id' => $run->workspace_id, 'user_id' => $run->user_id])->first();
    }

    /**
     * The short address that is drawn in place of a link; null when the row says what it says.
     *
     * @throws InvalidRun when it is no link
     */
    public function shortened(string $link, string $name): ?string
    {
        if (! $this->keep->waypoints) {
            return null;
        }
        try {
            $route = Route::of(['else' => ['link' => $link]]);
        } catch (InvalidRoute $e) {
            throw new InvalidRun('Behind a short address: '.$e->getMessage(), 0, $e);
        }
        try {
            return strtoupper(WaypointResource::address($this->waypoints->create($this->member(), $name, $route, null, self::CODE, true)));
        } catch (ValidationException $e) {
            throw new InvalidRun($e->getMessage(), 0, $e);
        }
    }

    /**
     * @return ?string the glyph's id; null when none is saved
     *
     * @throws InvalidRun when it cannot be one
     */
    public function glyph(DrawnRow $drawn, string $name): ?string
    {
        if ($this->keep->shelf === null) {
            return null;
        }
        try {
            return $this->glyphs->create($this->member(), array_filter([
                'name' => mb_substr($name, 0, 120), 'text' => $drawn->text, 'kind' => $this->keep->waypoints ? null : $this->recipe->kind?->value, 'shelf' => $this->keep->shelf, 'level' => $this->recipe->level->value,
                'finish' => $this->recipe->finish, 'size_mm' => $this->recipe->sizeMm, 'module_px' => $this->recipe->sizeMm === null ? $this->recipe->modulePx : null, 'dpi' => $this->recipe->dpi,
            ], static fn (mixed $value): bool => $value !== null && $value !== []))->id;
        } catch (RefusedPayload|InvalidFinish|InvalidSymbol|ValidationException $e) {
            throw new InvalidRun('It cannot be saved as a glyph: '.$e->getMessage(), 0, $e);
        }
    }

    /** @throws InvalidRun */
    private function member(): Membership
    {
        return $this->member ?? throw new InvalidRun('Whoever began this run is no longer in the workspace.');
    }
}
