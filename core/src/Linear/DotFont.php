<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Characters of five by seven dots for what is printed with bars, so that every format draws the same without a font. */
final class DotFont
{
    public const WIDTH = 5;

    public const HEIGHT = 7;

    /** Columns of the printable ASCII characters from the space on, five bytes each, the lowest bit the top dot. */
    private const COLUMNS = '0000000000'.'00005f0000'.'0007000700'.'147f147f14'.'242a7f2a12'.'2313086462'.'3649552250'.'0005030000'.'001c224100'.'0041221c00'.'14083e0814'.'08083e0808'.'0050300000'.'0808080808'.'0060600000'.'2010080402'
        .'3e5149453e'.'00427f4000'.'4261514946'.'2141454b31'.'1814127f10'.'2745454539'.'3c4a494930'.'0171090503'.'3649494936'.'064949291e'.'0036360000'.'0056360000'.'0814224100'.'1414141414'.'0041221408'.'0201510906'
        .'324979413e'.'7e1111117e'.'7f49494936'.'3e41414122'.'7f4141221c'.'7f49494941'.'7f09090901'.'3e4149497a'.'7f0808087f'.'00417f4100'.'2040413f01'.'7f08142241'.'7f40404040'.'7f020c027f'.'7f0408107f'.'3e4141413e'
        .'7f09090906'.'3e4151215e'.'7f09192946'.'4649494931'.'01017f0101'.'3f4040403f'.'1f2040201f'.'3f4038403f'.'6314081463'.'0708700807'.'6151494543'.'007f414100'.'0204081020'.'0041417f00'.'0402010204'.'4040404040'
        .'0001020400'.'2054545478'.'7f48444438'.'3844444420'.'384444487f'.'3854545418'.'087e090102'.'0c5252523e'.'7f08040478'.'00447d4000'.'2040443d00'.'7f10284400'.'00417f4000'.'7c04180478'.'7c08040478'.'3844444438'
        .'7c14141408'.'081414187c'.'7c08040408'.'4854545420'.'043f444020'.'3c4040207c'.'1c2040201c'.'3c4030403c'.'4428102844'.'0c5050503c'.'4464544c44'.'0008364100'.'00007f0000'.'0041360800'.'08082a1c08';

    /** @return list<string> seven rows of '0' and '1'; a box for what is not ASCII */
    public static function rows(string $character): array
    {
        $hex = self::COLUMNS;
        $place = strlen($character) === 1 ? ord($character) - 32 : -1;
        $columns = $place >= 0 && 10 * $place < strlen($hex) ? substr($hex, 10 * $place, 10) : '7f4141417f';
        $rows = array_fill(0, self::HEIGHT, '');
        foreach (str_split($columns, 2) as $column) {
            for ($y = 0; $y < self::HEIGHT; $y++) {
                $rows[$y] .= hexdec($column) >> $y & 1 ? '1' : '0';
            }
        }

        return array_values($rows);
    }
}
