<?php

declare(strict_types=1);

namespace App\Pages;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Page;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use KeenGlyph\Core\Page\Part;

/** What visitors answered to a page's question. Nothing else of them is kept. */
final class PageAnswers
{
    /** Answers that a page keeps; the oldest go first. */
    private const KEPT = 10_000;

    private const LONGEST = 500;

    /** @return ?string why it was not taken; null when it was */
    public function take(Page $page, Part $part, string $given): ?string
    {
        $answer = trim(mb_scrub($given, 'UTF-8'));
        $problem = self::problem($part->text('answer'), $answer);
        if ($problem !== null) {
            return $problem;
        }
        DB::transaction(static function () use ($page, $part, $answer): void {
            DB::table('page_answers')->insert(['id' => Str::uuid7()->toString(), 'page_id' => $page->id, 'label' => mb_substr($part->text('label'), 0, 120), 'answer' => $answer, 'created_at' => now()]);
            DomainEvent::tell(Fact::PageAnswered, $page->workspace_id, [$page->id], ['page' => $page->id, 'code' => $page->code, 'name' => $page->name, 'question' => $part->text('label'), 'answer' => $answer]);
        });
        if (random_int(1, 50) === 1) {
            DB::delete('DELETE FROM page_answers WHERE id IN (SELECT id FROM page_answers WHERE page_id = ? ORDER BY created_at DESC OFFSET ?)', [$page->id, self::KEPT]);
        }

        return null;
    }

    public function of(Page $page): Builder
    {
        return DB::table('page_answers')->where('page_id', $page->id);
    }

    /** @return array{at: string, question: string, answer: string} */
    public function row(object $row): array
    {
        $row = (array) $row;

        return ['at' => gmdate('Y-m-d\TH:i:s\Z', (int) strtotime((string) $row['created_at'])), 'question' => (string) $row['label'], 'answer' => (string) $row['answer']];
    }

    /** @return list<list<string>> */
    public function table(Page $page): array
    {
        return array_values($this->of($page)->orderBy('created_at')->get()->map(fn (object $row): array => array_values($this->row($row)))->all());
    }

    public function forget(Page $page): void
    {
        $this->of($page)->delete();
    }

    private static function problem(string $sort, string $answer): ?string
    {
        return match (true) {
            $answer === '' => 'Write something first.',
            mb_strlen($answer) > self::LONGEST || str_contains($answer, "\0") => 'At most '.self::LONGEST.' characters.',
            $sort === 'email' && filter_var($answer, FILTER_VALIDATE_EMAIL, FILTER_FLAG_EMAIL_UNICODE) === false => 'This is no mail address. Write one such as ines@fennmoor.example.',
            $sort === 'number' && preg_match('/^[+-]?\d{1,15}(?:[.,]\d{1,6})?$/D', $answer) !== 1 => 'Write a number.',
            default => null,
        };
    }
}
