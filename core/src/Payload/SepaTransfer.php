<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** SEPA credit transfer: EPC069-12, versions 001 and 002. */
final class SepaTransfer implements ChecksText, Grammar
{
    /** The text may be no longer (EPC069-12, 3.3). */
    private const MAX_BYTES = 331;

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'SEPA transfer',
            group: 'Money',
            purpose: 'Pay by bank transfer in euros',
            standard: 'EPC069-12',
            words: ['bank', 'iban', 'euro', 'invoice', 'donation', 'pay'],
            form: TextForm::Plain,
            phone: new PhoneHandling('Bank', 'Pay this? The bank’s own application has to read it.', 'Fill in payment', ['The phone’s camera shows this as text: it is read from within the bank’s application.', 'Banks of other countries do not know it.']),
            starters: [['label' => 'Honey subscription', 'fields' => ['name' => 'Fennmoor Beekeepers Cooperative', 'iban' => 'DE75512108001245126199', 'amount' => '24.50', 'remittance' => 'Honey subscription 2026']]],
            recognisedAs: 8,
            subject: ['name', 'payee', 'merchant'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('name', 'Payee', required: true, help: 'As the account is held.', example: 'Fennmoor Beekeepers’ Cooperative', max: 70),
            new Field('iban', 'IBAN', required: true, help: 'The payee’s account.', example: 'DE75 5121 0800 1245 1261 99', max: 42),
            new Field('amount', 'Amount', FieldType::Decimal, help: 'In euros, from 0.01 to 999999999.99. The payer enters it when empty.', example: '24.50', max: 12),
            new Field('remittance', 'Purpose in words', help: 'Up to 140 characters, or a reference instead.', example: 'Honey subscription 2026', max: 140),
            new Field('reference', 'Creditor reference', help: 'RF reference (ISO 11649), or words instead.', example: 'RF18 5390 0754 7034', max: 35),
            new Field('bic', 'BIC', help: 'The payee’s bank; version 001 needs it.', example: 'SCFBDE33', max: 11, pattern: '[A-Za-z]{6}[A-Za-z0-9]{2}(?:[A-Za-z0-9]{3})?', advanced: true),
            new Field('purpose', 'Purpose code', help: 'Up to four letters (ISO 20022), such as GDDS for goods.', example: 'GDDS', max: 4, pattern: '[A-Za-z]{1,4}', advanced: true),
            new Field('information', 'Note to the payer', max: 70, advanced: true),
            new Field('version', 'Version', FieldType::Choice, options: ['' => '002', '001' => '001 (BIC needed)'], advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [...Iban::problems($values->text('iban'), 'iban', true), ...Amount::problems($values->text('amount'), 'amount', 2, '999999999')];
        if ($values->has('reference') && $values->has('remittance')) {
            $problems[] = Problem::error('two_purposes', 'remittance', 'Give words or a reference, not both.');
        }
        if (str_starts_with(Iban::compact($values->text('reference')), 'RF')) {
            $problems = [...$problems, ...Iban::referenceProblems($values->text('reference'), 'reference')];
        } elseif ($values->has('reference')) {
            $problems[] = Problem::error('reference_form', 'reference', 'A creditor reference begins with RF (ISO 11649). Put other references into the words.');
        }
        if ($values->text('version') === '001' && ! $values->has('bic')) {
            $problems[] = Problem::error('bic_missing', 'bic', 'Version 001 needs the BIC. Version 002 does without.');
        }
        if (! $values->has('amount')) {
            $problems[] = Problem::note('no_amount', 'amount', 'Without an amount the payer has to enter it.');
        }
        $bytes = strlen($this->write($values, $context));
        if ($bytes > self::MAX_BYTES) {
            $problems[] = Problem::error('too_long', 'remittance', "The text is $bytes bytes; the standard allows 331.");
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $lines = [
            'BCD', $values->has('version') ? $values->text('version') : '002', '1', 'SCT',
            strtoupper($values->text('bic')), $values->text('name'), Iban::compact($values->text('iban')),
            $values->has('amount') ? 'EUR'.$values->text('amount') : '',
            strtoupper($values->text('purpose')), Iban::compact($values->text('reference')), $values->text('remittance'), $values->text('information'),
        ];
        // Empty lines at the end may be left out.
        while ($lines[count($lines) - 1] === '') {
            array_pop($lines);
        }

        return implode("\n", $lines);
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('/^BCD(?:\r\n|\n|\r|$)/', $text) !== 1) {
            return null;
        }
        $lines = array_pad(self::lines($text), 12, '');
        $fields = [
            'bic' => $lines[4], 'name' => $lines[5], 'iban' => $lines[6],
            'amount' => (string) preg_replace('/^EUR/', '', $lines[7]),
            'purpose' => $lines[8], 'reference' => $lines[9], 'remittance' => $lines[10], 'information' => $lines[11],
            'version' => $lines[1] === '001' ? '001' : '',
        ];

        return array_filter($fields, static fn (string $value): bool => $value !== '');
    }

    public function textProblems(string $text, Context $context): array
    {
        $lines = self::lines($text);
        $problems = [];
        foreach ([
            [1, '/^00[12]$/D', 'version', 'There is no version “%s”: 001 or 002.', '002'],
            [2, '/^[1-8]$/D', 'character_set', '“%s” is no character set of this standard: 1 (UTF-8) to 8.', '1'],
            [3, '/^SCT$/D', 'identification', 'The fourth line says SCT, a SEPA credit transfer; here it says “%s”.', 'SCT'],
            [7, '/^(?:EUR\d{1,9}(?:\.\d{1,2})?)?$/D', 'amount_form', '“%s” is no amount of this standard: EUR, then the amount with a point, such as EUR24.50.', null],
        ] as [$at, $pattern, $code, $message, $right]) {
            $line = $lines[$at] ?? '';
            if (preg_match($pattern, $line) !== 1) {
                $right ??= preg_match('/^(?:EUR)?\s*(\d{1,9})(?:[.,](\d{1,2}))?\s*(?:EUR|€)?$/D', $line, $m) === 1 ? "EUR$m[1]".(isset($m[2]) ? ".$m[2]" : '') : null;
                $repaired = [...array_pad($lines, $at + 1, '')];
                $repaired[$at] = (string) $right;
                $problems[] = Problem::inText($code, sprintf($message, $line), self::place($lines, $at), 'EPC069-12, 3.1', "Write $right", $right === null ? null : implode("\n", $repaired));
            }
        }
        if (count($lines) > 12) {
            $problems[] = Problem::inText('lines', sprintf('There are %d lines; the standard has 12 at most.', count($lines)), self::place($lines, 12), 'EPC069-12, 3.1', 'Keep 12', implode("\n", array_slice($lines, 0, 12)));
        }

        return $problems;
    }

    /** @return list<string> lines in any of the legal manners, without the empty ones at the end, which may be left out */
    private static function lines(string $text): array
    {
        return preg_split('/\r\n|\n|\r/', (string) preg_replace('/(?:\r\n|\n|\r)+$/D', '', $text)) ?: [];
    }

    /** @param  list<string>  $lines */
    private static function place(array $lines, int $at): int
    {
        return mb_strlen(implode("\n", array_slice($lines, 0, $at))) + 2;
    }
}
