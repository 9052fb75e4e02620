<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use DateTimeImmutable;
use DateTimeZone;

/** Event for a calendar: iCalendar VEVENT, RFC 5545. */
final class Event implements ChecksText, Grammar
{
    public const FREQUENCIES = ['daily' => 'Every day', 'weekly' => 'Every week', 'monthly' => 'Every month', 'yearly' => 'Every year'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Event',
            group: 'Places',
            purpose: 'Add an appointment to the calendar',
            standard: 'RFC 5545',
            words: ['calendar', 'appointment', 'date', 'ical', 'reminder'],
            form: TextForm::Own,
            phone: new PhoneHandling('Calendar', 'Add this event?', 'Add to calendar', ['Some show times in the phone’s zone without saying so.', 'Reminders and repetitions are kept by some and dropped by others.', 'A few cameras show an event as text; a calendar file behind a link works on all.']),
            starters: [
                ['label' => 'Swarm evening', 'fields' => ['title' => 'Swarm evening at the apiary', 'start' => '2027-06-12T18:30', 'end' => '2027-06-12T20:00', 'time_zone' => 'Europe/London', 'location' => 'Apiary, gate 2, Fennmoor', 'alarm' => '60']],
                ['label' => 'Weekly hive talk', 'fields' => ['title' => 'Hive talk', 'start' => '2027-05-03T19:00', 'end' => '2027-05-03T19:45', 'time_zone' => 'Europe/London', 'repeat' => 'weekly', 'until' => '2027-08-30']],
                ['label' => 'Harvest days', 'fields' => ['title' => 'Heather harvest', 'all_day' => true, 'start_date' => '2027-08-21', 'end_date' => '2027-08-23']],
            ],
            recognisedAs: 2,
            subject: ['title'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('title', 'Title', required: true, example: 'Swarm evening at the apiary', max: 300),
            new Field('start', 'Begins', FieldType::DateTime, help: 'As the clock at the place shows it.', example: '2027-06-12T18:30'),
            new Field('end', 'Ends', FieldType::DateTime, example: '2027-06-12T20:00'),
            new Field('time_zone', 'Time zone', FieldType::TimeZone, help: 'Where the clock stands: a name such as Europe/London, or UTC. Without one the event floats with whoever reads it.', example: 'Europe/London'),
            new Field('all_day', 'All day', FieldType::Flag),
            new Field('start_date', 'First day', FieldType::Date, help: 'For events of whole days.', example: '2027-06-12', advanced: true),
            new Field('end_date', 'Last day', FieldType::Date, help: 'For events of whole days; this day included.', example: '2027-06-13', advanced: true),
            new Field('location', 'Location', example: 'Apiary, gate 2, Fennmoor', max: 300),
            new Field('description', 'Description', FieldType::Text, example: 'Bring a veil.', max: 1500),
            new Field('url', 'Link', FieldType::Link, example: 'https://fennmoor.example/swarm-evening', max: 500),
            new Field('alarm', 'Reminder', FieldType::Integer, help: 'Minutes before it begins.', example: '30', max: 6),
            new Field('repeat', 'Repeats', FieldType::Choice, options: ['' => 'Never'] + self::FREQUENCIES, advanced: true),
            new Field('interval', 'Every so many', FieldType::Integer, help: '2 with weeks means every other week.', example: '2', max: 3, advanced: true),
            new Field('times', 'Times in all', FieldType::Integer, example: '6', max: 4, advanced: true),
            new Field('until', 'Until', FieldType::Date, help: 'Last day on which it may begin.', example: '2027-08-31', advanced: true),
            new Field('uid', 'Identifier', help: 'By which calendars recognise the event when it comes again. Made from the event when empty.', max: 200, advanced: true),
            new Field('stamp', 'Made at', FieldType::DateTime, help: 'In UTC. The moment of the beginning when empty, so that the same fields give the same symbol.', advanced: true),
            new Field('form', 'Written as', FieldType::Choice, help: 'Phones take the event alone too, which is shorter; calendar programs want all of it.', options: ['' => 'Whole calendar', 'bare' => 'Event alone'], advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 2000, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = PlainText::problems($values->text('description'), 'description');
        if ($values->flag('all_day')) {
            $problems = [...$problems, ...self::dayProblems($values)];
        } elseif (! $values->has('start')) {
            $problems[] = new Problem(Severity::Error, 'missing', 'start', 'Say when it begins, or that it takes all day.', refused: true);
        } else {
            $problems = [...$problems, ...self::timeProblems($values)];
        }
        if ($values->has('times') && $values->has('until')) {
            $problems[] = Problem::error('times_and_until', 'until', 'Give either how many times or until when.');
        }
        foreach (['interval', 'times', 'until'] as $field) {
            if ($values->has($field) && ! $values->has('repeat')) {
                $problems[] = Problem::error('no_repeat', $field, 'Say how it repeats first.');
            }
            if ($values->text($field) === '0') {
                $problems[] = Problem::error('zero', $field, 'This is at least 1.');
            }
        }
        foreach ($values->has('url') ? LinkRules::check($values->text('url')) : [] as $problem) {
            $problems[] = $problem;
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        return CalendarText::write($values);
    }

    public function read(string $text, Context $context): ?array
    {
        return CalendarText::read($text);
    }

    public function textProblems(string $text, Context $context): array
    {
        return CalendarRules::problems($text, Values::of($this->fields(), $this->read($text, $context) ?? []));
    }

    /** @return list<Problem> */
    private static function dayProblems(Values $values): array
    {
        if (! $values->has('start_date')) {
            return [new Problem(Severity::Error, 'missing', 'start_date', 'Give the day, such as 2027-06-12.', refused: true)];
        }
        $problems = [];
        if ($values->has('end_date') && $values->text('end_date') < $values->text('start_date')) {
            $problems[] = Problem::error('ends_before', 'end_date', 'The last day lies before the first.');
        }
        foreach (['start', 'end', 'time_zone'] as $field) {
            if ($values->has($field)) {
                $problems[] = Problem::error('all_day', $field, 'An event of whole days has no time and no zone. Leave this empty.');
            }
        }

        return $problems;
    }

    /** @return list<Problem> */
    private static function timeProblems(Values $values): array
    {
        $problems = [];
        foreach (['start_date', 'end_date'] as $field) {
            if ($values->has($field)) {
                $problems[] = Problem::error('not_all_day', $field, 'Only events of whole days take this.');
            }
        }
        if ($values->has('end') && $values->text('end') < $values->text('start')) {
            $problems[] = Problem::error('ends_before', 'end', 'It ends before it begins.');
        }
        $zone = $values->text('time_zone');
        if ($zone === '') {
            $problems[] = Problem::note('floating', 'time_zone', 'Without a time zone the event begins at this hour wherever the phone is.');
        } elseif ($zone !== 'UTC' && TimeZones::exists($zone) && $values->problems === []) {
            $problems = [...$problems, ...self::zoneProblems($values, $zone)];
        }

        return $problems;
    }

    /** @return list<Problem> */
    private static function zoneProblems(Values $values, string $zone): array
    {
        $local = new DateTimeImmutable($values->text('start'), new DateTimeZone($zone));
        if ($local->format('Y-m-d\TH:i') !== substr($values->text('start'), 0, 16)) {
            return [Problem::error('no_such_time', 'start', "The clocks in $zone skip this time on that day. It would be {$local->format('H:i')}.", 'Use '.$local->format('H:i'), $local->format('Y-m-d\TH:i'))];
        }
        if ($values->has('repeat')) {
            return [];
        }
        $utc = static fn (string $time): string => (new DateTimeImmutable($time, new DateTimeZone($zone)))->setTimezone(new DateTimeZone('UTC'))->format('Y-m-d\TH:i');

        return [new Problem(
            Severity::Note, 'zone_defined', 'time_zone',
            sprintf('The rules of the time zone take %d bytes. An event that does not repeat says the same in UTC, and every phone shows its own local time.', strlen(ContentLines::join(VtimeZone::lines($zone, (int) $local->format('Y'))))),
            'Write it in UTC', 'UTC', false,
            ['start' => $utc($values->text('start'))] + ($values->has('end') ? ['end' => $utc($values->text('end'))] : []),
        )];
    }
}
