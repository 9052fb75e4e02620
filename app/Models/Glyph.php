<?php

declare(strict_types=1);

namespace App\Models;

use App\Composition\CompositionInput;
use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Compose\Composition;

/**
 * A saved code.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property string $kind
 * @property string $text
 * @property bool $as_is
 * @property string $modes
 * @property string $level
 * @property ?int $module_px
 * @property ?int $size_px
 * @property ?float $size_mm
 * @property float $dpi
 * @property string $print
 * @property int $distance_mm
 * @property array<string, mixed> $finish
 * @property ?string $finish_id
 * @property ?int $finish_revision
 * @property-read ?Finish $savedFinish
 * @property ?string $shelf
 * @property list<string> $tags
 * @property ?Carbon $archived_at
 * @property ?string $public_token
 * @property int $quiet
 * @property string $dark
 * @property string $light
 * @property int $version
 * @property int $mask
 * @property int $bytes
 * @property int $revision
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property ?Carbon $deleted_at
 * @property-read Workspace $workspace
 */
final class Glyph extends Model
{
    use BelongsToWorkspace, HasUuids, SoftDeletes;

    protected $table = 'glyphs';

    /** Longest side that a saved picture's own address draws, in pixels. */
    public const LARGEST_SIDE = 4096;

    /** Microseconds, so that a cursor on the time of change never skips or repeats a row. */
    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $attributes = ['tags' => '[]', 'archived_at' => null];

    protected $fillable = ['name', 'kind', 'text', 'level', 'module_px', 'size_px', 'size_mm', 'dpi', 'print', 'distance_mm', 'quiet', 'dark', 'light', 'finish', 'finish_id', 'finish_revision', 'version', 'mask', 'bytes', 'revision', 'created_by', 'shelf', 'as_is', 'modes', 'public_token'];

    /** What is drawn, as the composer takes it. */
    public function composition(): Composition
    {
        return (new CompositionInput($this->given()))->compose($this->workspace->payloadContext());
    }

    /**
     * Its options as the composer takes them.
     *
     * @return array<string, mixed>
     */
    public function given(): array
    {
        // Whether it may be drawn was decided when it was saved.
        return ['as_is' => true, ...$this->only(['name', 'kind', 'text', 'modes', 'level', 'module_px', 'size_px', 'size_mm', 'dpi', 'print', 'distance_mm', 'quiet', 'dark', 'light', 'finish'])];
    }

    /** @return BelongsTo<Finish, $this> */
    public function savedFinish(): BelongsTo
    {
        return $this->belongsTo(Finish::class, 'finish_id');
    }

    /** Names this revision for If-Match and caches. */
    public function etag(): string
    {
        return "\"{$this->id}-{$this->revision}\"";
    }

    /** Names what an answer says of it: the revision, and whether it has an address. */
    public function answerTag(): string
    {
        return $this->public_token === null ? $this->etag() : "\"{$this->id}-{$this->revision}.".substr(hash('xxh32', $this->public_token), 0, 8).'"';
    }

    /** Whether a tag that somebody was given is of this revision, with an address or without one. */
    public function isOf(string $tag): bool
    {
        return preg_replace('/\.[0-9a-f]{8}"$/D', '"', $tag) === $this->etag();
    }

    protected function casts(): array
    {
        return ['as_is' => 'boolean', 'tags' => 'array', 'archived_at' => 'datetime', 'finish' => 'array', 'finish_revision' => 'integer', 'size_mm' => 'float', 'dpi' => 'float', 'distance_mm' => 'integer', 'module_px' => 'integer', 'size_px' => 'integer', 'quiet' => 'integer', 'version' => 'integer', 'mask' => 'integer', 'bytes' => 'integer', 'revision' => 'integer'];
    }
}
