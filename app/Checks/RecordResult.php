<?php

declare(strict_types=1);

namespace App\Checks;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\FieldCheck;
use App\Models\FieldResult;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Keeps what devices made of a print: at once when it is told by hand, in two steps when a picture tells it. */
final class RecordResult
{
    /** Results of one check. */
    private const KEPT = 500;

    /** Those among them of which nobody said yet what they were read with. */
    private const UNSENT = 100;

    /** @throws ValidationException when the check is full */
    public function byHand(FieldCheck $check, string $device, string $outcome): FieldResult
    {
        return self::add($check, ['device' => $device, 'outcome' => $outcome, 'by_hand' => true, 'sent_at' => now()]);
    }

    /**
     * @param  array{outcome: string, ms: float, figures: list<array<string, mixed>>, cut_out: ?string}  $found
     *
     * @throws ValidationException when the check is full
     */
    public function ofPicture(FieldCheck $check, array $found, int $tries): FieldResult
    {
        return self::add($check, ['outcome' => $found['outcome'], 'by_hand' => false, 'ms' => $found['ms'], 'tries' => $tries, 'figures' => $found['figures'], 'picture' => $found['cut_out'] === null ? null : base64_encode($found['cut_out'])]);
    }

    /** Once: what was sent stays as it is. */
    public function send(FieldResult $result, FieldCheck $check, string $device): void
    {
        $sent = FieldResult::query()->whereKey($result->id)->whereNull('sent_at')->update(['device' => $device, 'sent_at' => now()]);
        if ($sent === 1) {
            self::tell($check, $result->refresh());
        }
    }

    /** @param  array<string, mixed>  $fields */
    private static function add(FieldCheck $check, array $fields): FieldResult
    {
        return DB::transaction(static function () use ($check, $fields): FieldResult {
            FieldCheck::query()->whereKey($check->id)->lockForUpdate()->first();
            $counts = (array) DB::selectOne('SELECT count(*) FILTER (WHERE sent_at IS NOT NULL) AS sent, count(*) FILTER (WHERE sent_at IS NULL) AS unsent FROM field_results WHERE field_check_id = ?', [$check->id]);
            if ($counts['sent'] >= self::KEPT) {
                throw ValidationException::withMessages(['device' => ['This check has '.self::KEPT.' results, the most that it takes.']]);
            }
            if ($counts['unsent'] >= self::UNSENT) {
                DB::delete('DELETE FROM field_results WHERE id IN (SELECT id FROM field_results WHERE field_check_id = ? AND sent_at IS NULL ORDER BY created_at LIMIT ?)', [$check->id, $counts['unsent'] - self::UNSENT + 1]);
            }
            $result = new FieldResult($fields);
            $result->setAttribute('field_check_id', $check->id);
            $result->save();
            if ($result->sent_at !== null) {
                self::tell($check, $result);
            }

            return $result;
        });
    }

    private static function tell(FieldCheck $check, FieldResult $result): void
    {
        DomainEvent::tell(Fact::FieldChecked, $check->workspace_id, [$check->id, $result->id], ['check' => $check->id, 'glyph' => $check->glyph_id, 'revision' => $check->glyph_revision, 'device' => $result->device, 'outcome' => $result->outcome]);
    }
}
