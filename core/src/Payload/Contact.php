<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Contact to save: vCard 3.0 (RFC 2426), vCard 4.0 (RFC 6350) or the short MECARD form. */
final class Contact implements ChecksText, Grammar, SpeaksOfFields
{
    public const NAME_PARTS = ['family_name', 'given_name', 'middle_name', 'prefix', 'suffix'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Contact',
            group: 'People',
            purpose: 'Save a person or organisation',
            standard: 'RFC 2426, RFC 6350',
            words: ['vcard', 'mecard', 'business card', 'address', 'person'],
            form: TextForm::Own,
            phone: new PhoneHandling('Contacts', 'Add this contact?', 'Add contact', ['Some keep only the first number and address of each kind.', 'Photographs in the code are mostly dropped.']),
            starters: [
                ['label' => 'Head of the honey house', 'fields' => ['given_name' => 'Ines', 'family_name' => 'Calder', 'organisation' => 'Fennmoor Beekeepers’ Cooperative', 'title' => 'Head of the honey house', 'phones' => [['type' => 'work', 'number' => '+442079460123']], 'emails' => [['type' => 'work', 'address' => 'ines@fennmoor.example']], 'urls' => ['https://fennmoor.example'], 'addresses' => [['type' => 'work', 'street' => '3 Heather Lane', 'city' => 'Fennmoor', 'postcode' => 'FM1 7HB', 'country' => 'United Kingdom']]]],
                ['label' => 'The shortest card', 'fields' => ['format' => 'mecard', 'given_name' => 'Ines', 'family_name' => 'Calder', 'phones' => [['number' => '+442079460123']]]],
            ],
            recognisedAs: 1,
        );
    }

    public function about(array $fields): ?string
    {
        $text = static fn (string $name): string => is_string($fields[$name] ?? null) ? trim($fields[$name]) : '';

        return trim($text('given_name').' '.$text('family_name')) ?: ($text('organisation') ?: null);
    }

    public function differs(array $fields): array
    {
        return [];
    }

    public function fields(): array
    {
        return [
            new Field('given_name', 'Given name', example: 'Ines', max: 100),
            new Field('family_name', 'Family name', example: 'Calder', max: 100),
            new Field('organisation', 'Organisation', example: 'Fennmoor Beekeepers’ Cooperative', max: 200),
            new Field('title', 'Title', help: 'What the person does there.', example: 'Head of the honey house', max: 200),
            new Field('phones', 'Phone', FieldType::Group, help: 'With + and the country code.', example: '+44 20 7946 0123', repeats: true, fields: [
                new Field('type', 'Type', FieldType::Choice, options: ['cell' => 'Mobile', 'work' => 'Work', 'home' => 'Home', 'fax' => 'Fax']),
                new Field('number', 'Number', FieldType::Phone, required: true, example: '+44 20 7946 0123', max: 40),
                new Field('kept', 'Kept as found', FieldType::Kept, max: 200, advanced: true),
            ]),
            new Field('emails', 'E-mail', FieldType::Group, repeats: true, example: 'ines@fennmoor.example', fields: [
                new Field('type', 'Type', FieldType::Choice, options: ['work' => 'Work', 'home' => 'Home']),
                new Field('address', 'Address', FieldType::Email, required: true, example: 'ines@fennmoor.example', max: 254),
                new Field('kept', 'Kept as found', FieldType::Kept, max: 200, advanced: true),
            ]),
            new Field('urls', 'Website', FieldType::Link, example: 'https://fennmoor.example', repeats: true, max: 500),
            new Field('photo', 'Photo link', FieldType::Link, help: 'Address of a picture; phones that fetch it show it beside the name.', example: 'https://fennmoor.example/people/ines.jpg', max: 500, advanced: true),
            new Field('addresses', 'Address', FieldType::Group, repeats: true, fields: [
                new Field('type', 'Type', FieldType::Choice, options: ['work' => 'Work', 'home' => 'Home']),
                new Field('street', 'Street', example: '3 Heather Lane', max: 200),
                new Field('city', 'City', example: 'Fennmoor', max: 100),
                new Field('region', 'Region', max: 100),
                new Field('postcode', 'Postcode', example: 'FM1 7HB', max: 20),
                new Field('country', 'Country', example: 'United Kingdom', max: 100),
                new Field('po_box', 'PO box', max: 50, advanced: true),
                new Field('extended', 'Address, second part', max: 100, advanced: true),
                new Field('kept', 'Kept as found', FieldType::Kept, max: 200, advanced: true),
            ]),
            new Field('birthday', 'Birthday', FieldType::Date, advanced: true),
            new Field('note', 'Note', FieldType::Text, example: 'Calls about swarms at any hour', max: 1000),
            new Field('display_name', 'Shown as', help: 'Given and family name when empty.', max: 200, advanced: true),
            new Field('middle_name', 'Middle name', max: 100, advanced: true),
            new Field('prefix', 'Prefix', example: 'Dr', max: 50, advanced: true),
            new Field('suffix', 'Suffix', max: 50, advanced: true),
            new Field('department', 'Department', max: 100, advanced: true),
            new Field('role', 'Role', max: 100, advanced: true),
            new Field('format', 'Written as', FieldType::Choice, help: 'vCard 3.0 is read most widely; MECARD is shortest.', options: ['' => 'vCard 3.0', 'vcard4' => 'vCard 4.0', 'mecard' => 'MECARD'], advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 2000, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [];
        if (self::shownName($values) === '') {
            $problems[] = new Problem(Severity::Error, 'no_name', 'given_name', 'Give a name or an organisation: a phone saves no contact without.', refused: true);
        }
        foreach ($values->groups('phones') as $i => $phone) {
            $problems = [...$problems, ...PhoneNumber::problems($phone->text('number'), "phones.$i.number", $context)];
        }
        foreach ($values->texts('urls') as $i => $url) {
            foreach (LinkRules::check($url) as $problem) {
                $problems[] = $problem->at("urls.$i");
            }
        }
        foreach ($values->has('photo') ? LinkRules::check($values->text('photo')) : [] as $problem) {
            $problems[] = $problem->at('photo');
        }
        if ($values->text('format') === 'mecard') {
            foreach (['photo', 'title', 'role', 'department', 'prefix', 'suffix', 'middle_name'] as $field) {
                if ($values->has($field)) {
                    $problems[] = Problem::error('not_in_mecard', $field, 'MECARD has no place for this. Choose a vCard, or leave it empty.');
                }
            }
            if (count($values->groups('addresses')) > 1) {
                $problems[] = Problem::error('not_in_mecard', 'addresses', 'MECARD has room for one address. Choose a vCard.');
            }
        }

        return [...$problems, ...PlainText::problems($values->text('note'), 'note')];
    }

    public function write(Values $values, Context $context): string
    {
        return $values->text('format') === 'mecard' ? Mecard::write($values, $context) : Vcard::write($values, $context);
    }

    public function read(string $text, Context $context): ?array
    {
        return Vcard::read($text) ?? Mecard::read($text);
    }

    public function textProblems(string $text, Context $context): array
    {
        return strncasecmp($text, 'MECARD:', 7) === 0
            ? [...LetteredText::faults($text, 'MECARD', ['N', 'ORG', 'BDAY', 'NOTE'], 'MECARD'), ...Mecard::problems($text)]
            : VcardRules::problems($text);
    }

    /** What a phone shows: the stated name, else the parts in reading order, else the organisation. */
    public static function shownName(Values $values): string
    {
        return $values->has('display_name') ? $values->text('display_name') : self::derivedName($values->toArray());
    }

    /** @param  array<string, mixed>  $fields */
    public static function derivedName(array $fields): string
    {
        $parts = [];
        foreach (['prefix', 'given_name', 'middle_name', 'family_name', 'suffix'] as $part) {
            $value = $fields[$part] ?? '';
            if (is_string($value) && $value !== '') {
                $parts[] = $value;
            }
        }
        $organisation = $fields['organisation'] ?? '';

        return $parts !== [] ? implode(' ', $parts) : (is_string($organisation) ? $organisation : '');
    }
}
