<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Check sums of Bitcoin addresses: Base58Check, and Bech32 and Bech32m of BIP 173 and BIP 350. */
final class BitcoinAddress
{
    private const BASE58 = '123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz';

    private const BECH32 = 'qpzry9x8gf2tvdw0s3jn54khce6mua7l';

    private const GENERATOR = [0x3B6A57B2, 0x26508E6D, 0x1EA119FA, 0x3D4233DD, 0x2A1462B3];

    /** Whether its own check sum holds: Base58Check, Bech32 (BIP 173) or Bech32m (BIP 350). */
    public static function isValid(string $address): bool
    {
        return preg_match('/^(bc|tb|bcrt)1/i', $address) === 1 ? self::isBech32($address) : self::isBase58($address);
    }

    private static function isBase58(string $address): bool
    {
        if (preg_match('/^['.self::BASE58.']{25,36}$/D', $address) !== 1) {
            return false;
        }
        $bytes = array_fill(0, 25, 0);
        foreach (str_split($address) as $character) {
            $carry = (int) strpos(self::BASE58, $character);
            for ($i = 24; $i >= 0; $i--) {
                $carry += 58 * $bytes[$i];
                $bytes[$i] = $carry & 0xFF;
                $carry >>= 8;
            }
            if ($carry !== 0) {
                return false;
            }
        }
        $raw = pack('C*', ...$bytes);

        return substr(hash('sha256', hash('sha256', substr($raw, 0, 21), true), true), 0, 4) === substr($raw, 21);
    }

    private static function isBech32(string $address): bool
    {
        $lower = strtolower($address);
        if (($lower !== $address && strtoupper($address) !== $address) || strlen($address) > 90) {
            return false;
        }
        $at = (int) strrpos($lower, '1');
        $prefix = substr($lower, 0, $at);
        $values = [...array_map(static fn (string $c): int => ord($c) >> 5, str_split($prefix)), 0, ...array_map(static fn (string $c): int => ord($c) & 31, str_split($prefix))];
        $data = [];
        foreach (str_split(substr($lower, $at + 1)) as $character) {
            $value = strpos(self::BECH32, $character);
            if ($value === false || $character === '') {
                return false;
            }
            $data[] = $value;
        }

        // Witness version 0 has the older constant, later ones the newer (BIP 350).
        return count($data) > 6 && self::polymod([...$values, ...$data]) === ($data[0] === 0 ? 1 : 0x2BC830A3);
    }

    /** @param  list<int>  $values */
    private static function polymod(array $values): int
    {
        $check = 1;
        foreach ($values as $value) {
            $top = $check >> 25;
            $check = ($check & 0x1FFFFFF) << 5 ^ $value;
            foreach (self::GENERATOR as $bit => $term) {
                $check ^= $top >> $bit & 1 ? $term : 0;
            }
        }

        return $check;
    }
}
