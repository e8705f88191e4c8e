import type { Block, Paper, TickRow } from '@cosmesis/core/papers';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { HeadRow } from '../../../ui/HeadRow';
import { TickBox } from '../../../ui/layout';
import { ScrollRegion } from '../../../ui/ScrollRegion';
import { Picture } from '../photos/Picture';

/** A part of a paper: what stands under one heading. */
interface Part {
  heading: string | null;
  blocks: Block[];
}

function partsOf(blocks: readonly Block[]): Part[] {
  const parts: Part[] = [{ heading: null, blocks: [] }];
  for (const block of blocks) {
    if (block.kind === 'heading') parts.push({ heading: block.text, blocks: [] });
    else parts.at(-1)!.blocks.push(block);
  }
  return parts.filter((p) => p.heading !== null || p.blocks.length > 0);
}

function Tick({ row }: { row: TickRow }) {
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '34px 1fr', md: '34px 1fr 140px 90px' },
        gap: '4px 12px',
        py: 1,
        borderTop: '1px solid var(--line)',
        breakInside: 'avoid',
      }}
    >
      <TickBox aria-hidden="true">{row.done ? '✓' : ''}</TickBox>
      <span>
        <b>{row.what}</b>
        {row.done && <span className="visually-hidden"> done</span>}
        {row.cautions.map((c) => (
          <Box component="span" key={c} sx={{ display: 'block', '&::before': { content: '"▲ "' } }}>
            {c}
          </Box>
        ))}
        {row.notes.map((n) => (
          <Box component="i" key={n} sx={{ display: 'block' }}>
            {n}
          </Box>
        ))}
      </span>
      <Box component="span" className="n" sx={{ gridColumn: { xs: 2, md: 'auto' } }}>
        {row.when}
      </Box>
      <Box component="span" className="n" sx={{ gridColumn: { xs: 2, md: 'auto' }, textAlign: { md: 'right' } }}>
        {row.amount}
      </Box>
    </Box>
  );
}

const Lines = ({ of }: { of: readonly string[] }) => (
  <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
    {of.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </Box>
);

/** One block of a paper on the screen, as it stands in its PDF. */
function Shown({ block, label }: { block: Block; label: string }) {
  switch (block.kind) {
    case 'heading':
      return <Typography variant="h2">{block.text}</Typography>;
    case 'text':
      return <Typography sx={{ whiteSpace: 'pre-line' }}>{block.text}</Typography>;
    case 'small':
      return <Typography variant="body2">{block.text}</Typography>;
    case 'lines':
      return <Lines of={block.lines} />;
    case 'cautions':
      return (
        <Box sx={{ background: 'var(--amber-tint)', borderLeft: '8px solid var(--amber)', p: '8px 14px' }}>
          <Lines of={block.lines} />
        </Box>
      );
    case 'ticks':
      return (
        <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {block.rows.map((row, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows of a paper stand in their order
            <Tick key={i} row={row} />
          ))}
        </Box>
      );
    case 'table':
      return (
        <ScrollRegion label={label}>
          <Table>
            <HeadRow of={block.head.map((h) => (h.figures ? { name: h.name, figures: true } : h.name))} />
            <TableBody>
              {block.rows.map((row, y) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: rows of a paper stand in their order
                <TableRow key={y}>
                  {row.map((cell, i) => (
                    <TableCell
                      key={block.head[i]!.name}
                      align={block.head[i]!.figures ? 'right' : 'left'}
                      sx={{
                        whiteSpace: block.head[i]!.figures ? 'pre' : 'pre-line',
                        verticalAlign: 'top',
                        fontWeight: (block.sum ? y === block.rows.length - 1 : i === 0) ? 700 : 400,
                      }}
                    >
                      {cell}
                    </TableCell>
                  ))}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </ScrollRegion>
      );
    case 'colours':
      return (
        <Stack component="ul" className="bare" spacing={1}>
          {block.rows.map((row) => (
            <Stack component="li" direction="row" key={row.name + row.words} sx={{ flexWrap: 'nowrap' }}>
              <Box
                aria-hidden="true"
                sx={{ width: 64, height: 32, flex: 'none', background: row.colour, border: '1px solid var(--ink)' }}
              />
              <span>
                <b>{row.name}</b>
                <Typography variant="body2">{row.words}</Typography>
              </span>
            </Stack>
          ))}
        </Stack>
      );
    case 'sticks':
      return (
        <Stack spacing={1}>
          {block.rows.map((row) => (
            <Stack direction="row" key={row.name} sx={{ flexWrap: 'nowrap' }}>
              <b style={{ minWidth: 92 }}>{row.name}</b>
              <Box sx={{ flex: 1 }}>
                <Box aria-hidden="true" sx={{ display: 'flex', gap: '2px', height: 22 }}>
                  {row.bands.map((band, i) => (
                    <Box
                      // biome-ignore lint/suspicious/noArrayIndexKey: bands of a stick stand in their order
                      key={i}
                      sx={{
                        flex: 1,
                        background: band.colour,
                        border: band.done ? '2px solid var(--ink)' : '1px solid var(--line)',
                      }}
                    />
                  ))}
                </Box>
                <Typography variant="body2">{row.bands.map((b) => b.name).join(' · ')}</Typography>
              </Box>
            </Stack>
          ))}
        </Stack>
      );
    case 'code':
      return (
        <Box sx={{ width: 160, '& img': { width: '100%' } }}>
          <img src={`data:image/svg+xml,${encodeURIComponent(block.svg)}`} alt={block.words} />
          <Typography variant="body2">{block.words}</Typography>
        </Box>
      );
    case 'drawing':
      return (
        <Box sx={{ maxWidth: 420, '& img': { width: '100%' } }}>
          <img src={`data:image/svg+xml,${encodeURIComponent(block.svg)}`} alt={block.words} />
          <Typography variant="body2">{block.words}</Typography>
        </Box>
      );
    case 'pictures':
      return (
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2 }}>
          {block.rows.map((row) => (
            <figure key={row.photoId} style={{ margin: 0 }}>
              <Picture photo={{ ...row, id: row.photoId, name: 'The photograph' }} which="full" alt={row.words} />
              <Typography variant="body2" component="figcaption">
                {row.words}
              </Typography>
            </figure>
          ))}
        </Box>
      );
    case 'sign':
      return (
        <Stack direction="row" spacing={3} sx={{ pt: 5 }}>
          {block.lines.map((line) => (
            <Box key={line} sx={{ flex: 1, minWidth: 160, borderTop: '1px solid var(--ink)', pt: 0.5 }}>
              <Typography variant="body2">{line}</Typography>
            </Box>
          ))}
        </Stack>
      );
  }
}

/** A paper on the screen: the same words and figures as in its PDF. */
export function PaperView({ paper }: { paper: Paper }) {
  return (
    <Stack component="article" aria-label={paper.title} spacing={3}>
      <header>
        <Typography variant="h2">{paper.title}</Typography>
        <Typography variant="body2">{paper.under}</Typography>
      </header>
      {partsOf(paper.blocks).map(({ heading, blocks }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts of a paper stand in their order
        <Stack key={i} spacing={1.25} {...(heading === null ? {} : { component: 'section', 'aria-label': heading })}>
          {heading !== null && <Typography variant="h3">{heading}</Typography>}
          {blocks.map((block, j) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: blocks of a paper stand in their order
            <Shown key={j} block={block} label={heading ?? paper.title} />
          ))}
        </Stack>
      ))}
    </Stack>
  );
}
