import type { Reached } from '../../core/preview/confinement.ts';
import type { FramedCast } from '../../core/preview/copies.ts';
import type { PageFacts } from '../../facts/measure-page.ts';
import type { View } from '../../facts/states.ts';

/** How what is in a frame is looked at. */
export interface FrameView extends View {
  /** True for all that is hidden. */
  readonly isRevealed: boolean;
  /** Paths of hidden parts that are brought to sight. */
  readonly revealed: readonly string[];
  /** A colour of CSS; '' leaves the page's own. */
  readonly background: string;
}

/** What is sent to a frame. */
export type ToFrame =
  | {
      readonly do: 'begin';
      /** The page that the casts stand in, or the paste itself. */
      readonly page: string;
      readonly casts: readonly FramedCast[];
      readonly columns: number;
      readonly assets: ReadonlyMap<string, Blob>;
      readonly reached: Reached;
      readonly view: FrameView;
      readonly scroll: readonly [x: number, y: number];
    }
  | {
      readonly do: 'restart';
      readonly casts: readonly FramedCast[];
      readonly hasScript: boolean;
      readonly change: number;
    }
  | {
      readonly do: 'style';
      readonly styles: readonly (readonly [id: string, style: string])[];
      readonly change: number;
    }
  | { readonly do: 'view'; readonly view: FrameView }
  | {
      readonly do: 'light';
      readonly paths: readonly string[];
      readonly properties: readonly string[];
    }
  /** Files that what comes next may show. */
  | { readonly do: 'assets'; readonly assets: ReadonlyMap<string, Blob> }
  | { readonly do: 'outline'; readonly selector: string }
  | { readonly do: 'pick'; readonly isOn: boolean }
  /** Tells of what is clicked, in place of what a click does. */
  | { readonly do: 'edit'; readonly isOn: boolean }
  /** Has the element that was clicked last be typed into. */
  | { readonly do: 'type'; readonly isMultiline: boolean }
  /** Asks what the page is like once its viewport is so wide, in CSS px. */
  | { readonly do: 'measure'; readonly width: number }
  /** Asks whether the page is still the one that was begun. */
  | { readonly do: 'ask' };

/** A place in the viewport of a frame, in CSS px. */
export interface FrameBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A part of a page that is not to be seen at first. */
export interface HiddenPart {
  /** Leads to it from its cast, or from the body of the page. */
  readonly path: string;
  /** Its words, or what it is. */
  readonly label: string;
  readonly is: 'hidden' | 'transparent' | 'closed' | 'outside';
  /** True for a part of the page around the casts. */
  readonly isInHost: boolean;
}

/** Something in a frame that is worth telling. */
export interface FrameNote {
  readonly is: 'error' | 'left' | 'not-reached' | 'asked' | 'led';
  readonly text: string;
}

/** What is measured in a frame once nothing changes any more. */
export type FrameFacts = Omit<PageFacts, 'height' | 'shifts'>;

/** What a frame tells. */
export type FromFrame =
  | { readonly say: 'shown' }
  | { readonly say: 'here' }
  /** The change is in the next picture; it was made at a time in ms since the epoch. */
  | { readonly say: 'painted'; readonly change: number; readonly madeAt: number }
  | { readonly say: 'size'; readonly page: number; readonly cast: number; readonly roomPx: number }
  | {
      readonly say: 'measured';
      readonly width: number;
      readonly layout: string;
      readonly facts: FrameFacts;
    }
  | { readonly say: 'facts'; readonly facts: FrameFacts }
  | {
      readonly say: 'hidden';
      readonly parts: readonly HiddenPart[];
      /** True where nothing of the page is to be seen. */
      readonly isBlank: boolean;
    }
  | { readonly say: 'note'; readonly note: FrameNote }
  | {
      readonly say: 'edit';
      readonly marks: readonly string[];
      readonly properties: readonly string[];
      /** The words in it, where it holds nothing else; else ''. */
      readonly words: string;
      /** Its place in the viewport of the frame, in CSS px. */
      readonly box: FrameBox;
    }
  /** What an element that is typed into now holds; no text where that has ended. */
  | { readonly say: 'typed'; readonly text: string | undefined }
  | { readonly say: 'undo'; readonly isRedo: boolean }
  | { readonly say: 'scroll'; readonly x: number; readonly y: number }
  | {
      readonly say: 'point';
      /** Marks of what fills the element, as its template has them. */
      readonly marks: readonly string[];
      /** Custom properties that rules for it use. */
      readonly properties: readonly string[];
      /** A selector of the element within its cast. */
      readonly element: string;
      readonly isPicked: boolean;
    };
